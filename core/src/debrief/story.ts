/** The story of an attempt for drawing: what explains it, on the rows of its keel. */
import { z } from 'zod';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { sceneOf } from '../kits/attempt/scene.ts';
import { STORY_LANES, type StoryLaneName } from '../kits/attempt/story.ts';
import { findRoom } from '../maneuvers/registry.ts';
import type { Track } from '../recording/track/track.ts';
import { roundTo } from '../units/numbers.ts';

const values = z.array(z.number().nullable());

export const storySchema = z.object({
  lanes: z.array(
    z.object({
      name: z.enum(STORY_LANES),
      unit: z.string(),
      values,
      /** What it is held against, where that moves: the warning, the stall. */
      lines: z.array(z.object({ name: z.string(), values })),
    }),
  ),
  events: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      atS: z.number(),
      /** Within how long of an earlier event it is asked for. */
      asked: z.object({ from: z.string(), withinS: z.number() }).optional(),
    }),
  ),
  /** Enlarged from when to when, around which event. */
  around: z.object({ event: z.string(), atS: z.number(), fromS: z.number(), toS: z.number() }).nullable(),
});
export type Story = z.infer<typeof storySchema>;
export type StoryLane = Story['lanes'][number];

const known = (value: number, digits: number) => (Number.isNaN(value) ? null : roundTo(value, digits));

/** @param rows of the recording, as the keel has them. @returns null for a maneuver that tells none. */
export function storyOf(
  track: Track,
  attempt: Attempt,
  context: ScoringContext,
  rows: readonly number[],
): Story | null {
  const part = findRoom(attempt.maneuver)?.story;
  if (!part) return null;
  const lanes = part.lanes.flatMap((name): StoryLane[] => {
    const lane = laneOf(name, track, context, rows);
    return lane?.values.some((value) => value !== null) ? [lane] : [];
  });
  const events = part.events?.(track, attempt, context) ?? [];
  const centre = part.around && events.find(({ id }) => id === part.around?.event);
  return {
    lanes,
    events: events.map(({ atS, ...event }) => ({ ...event, atS: roundTo(atS, 2) })),
    around:
      part.around && centre
        ? {
            event: centre.id,
            atS: roundTo(centre.atS, 2),
            fromS: Math.max(attempt.startS, centre.atS - part.around.beforeS),
            toS: Math.min(Math.max(attempt.endS, centre.atS + 1), centre.atS + part.around.afterS),
          }
        : null,
  };
}

function laneOf(
  name: StoryLaneName,
  track: Track,
  context: ScoringContext,
  rows: readonly number[],
): StoryLane | null {
  const scene = sceneOf(track, context);
  const of = (read: (row: number) => number, digits: number) => rows.map((row) => known(read(row), digits));
  const column = (channel: Parameters<Track['other']>[0], unit: string, digits: number): StoryLane | null => {
    const found = track.other(channel)?.values;
    return found ? { name, unit, values: of((row) => found[row], digits), lines: [] } : null;
  };
  switch (name) {
    case 'airspeed': {
      const load = track.other('load_g')?.values;
      const root = (row: number) =>
        Math.sqrt(
          Math.max(0.3, load ? load[row] : 1 / Math.cos((track.bankDeg.values[row] * Math.PI) / 180)),
        );
      const lines = context.airplane
        ? [
            { name: 'warning', values: of((row) => scene.warningKias(scene.flapsDeg(row)) * root(row), 1) },
            { name: 'stall', values: of((row) => scene.stallKias(scene.flapsDeg(row)) * root(row), 1) },
          ]
        : [];
      return { name, unit: 'kt', values: of((row) => track.airspeedKt.values[row], 1), lines };
    }
    case 'altitude':
      return { name, unit: 'ft', values: of((row) => track.altitudeFt.values[row], 0), lines: [] };
    case 'pitch':
      return column('pitch_deg', 'deg', 1);
    case 'power':
      return (
        // Where a governor holds the turns they tell nothing.
        column('map_inhg', 'inHg', 1) ??
        column('rpm', 'rpm', 0) ??
        column('power_pct', '%', 0) ??
        column('throttle', '', 2)
      );
    case 'flaps':
      return {
        name,
        unit: 'deg',
        values: rows.map((row) => (scene.flapsKnown(row) ? known(scene.flapsDeg(row), 0) : null)),
        lines: [],
      };
    case 'elevator':
      return column('elevator', '', 2);
    case 'aileron':
      return column('aileron', '', 2);
    case 'ball':
      return column('lat_g', 'g', 3);
    case 'vertical-speed':
      return { name, unit: 'ft/min', values: of((row) => track.verticalSpeedFpm[row], 0), lines: [] };
  }
}
