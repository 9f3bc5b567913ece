/** What a keel chart draws: every judged parameter of an attempt in units of its own tolerance, on one time axis. */

import { z } from 'zod';
import { pictureSchema } from '../card/picture.ts';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { rowsBetween } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import { toleranceUsed } from '../scoring/excursion.ts';
import { parameterSchema } from '../scoring/standard.ts';
import { roundTo } from '../units/numbers.ts';
import { pictureFlown } from './picture.ts';
import type { AttemptScore } from './score.ts';
import { storyOf, storySchema } from './story.ts';

const keelLaneSchema = z.object({
  parameter: parameterSchema,
  unit: z.string(),
  target: z.number(),
  low: z.number(),
  high: z.number(),
  required: z.boolean(),
  /** From when to when it was judged: one span, or the legs that it is judged in. */
  judgedS: z.array(z.tuple([z.number(), z.number()])),
  /** Signed deviation in the parameter's own unit; null where nothing was measured. */
  deviation: z.array(z.number().nullable()),
  /** The same in units of tolerance: 0 the centre of the band, ±1 its edges. */
  used: z.array(z.number().nullable()),
});
export type KeelLane = z.infer<typeof keelLaneSchema>;

export const keelTraceSchema = z.object({
  timeS: z.array(z.number()),
  lanes: z.array(keelLaneSchema),
  /** Ground track, where positions were recorded. */
  track: z
    .object({ latDeg: z.array(z.number().nullable()), lonDeg: z.array(z.number().nullable()) })
    .nullable(),
  /** What explains it; left out by older cores. */
  story: storySchema.nullish(),
  /** The maneuver's picture with the attempt in it, on the same rows; left out by older cores. */
  picture: pictureSchema.nullish(),
});
export type KeelTrace = z.infer<typeof keelTraceSchema>;

/** Shown before the start and after the end, so that the entry and the settling can be seen. */
const BEFORE_S = 4;
const AFTER_S = 12;
/** Decimals of what is finer than a tenth. */
const FINE: Readonly<Record<string, number>> = { g: 3, 'deg/s': 2 };
/** Parameters taken at one instant have no lane. */
const LANES = ['bank', 'turn-rate', 'altitude', 'airspeed', 'heading', 'coordination'] as const;

/** @returns at most `maxPoints` samples a lane, evenly spread over the attempt and a little around it. */
export function keelTrace(
  track: Track,
  attempt: Attempt,
  score: AttemptScore,
  { maxPoints = 600, context }: { maxPoints?: number; context?: ScoringContext } = {},
): KeelTrace {
  const lastPhase = attempt.phases[attempt.phases.length - 1];
  const untilS = Math.max(attempt.endS + 4, Math.min(lastPhase?.endS ?? 0, attempt.endS + AFTER_S));
  const span = rowsBetween(track.timeS, attempt.startS - BEFORE_S, untilS, attempt.segment);
  const stride = Math.max(1, Math.ceil((span.to - span.from) / maxPoints));
  const rows: number[] = [];
  for (let i = span.from; i < span.to; i += stride) rows.push(i);
  const known = (value: number, digits: number) => (Number.isNaN(value) ? null : roundTo(value, digits));

  const lanes = LANES.flatMap((name): KeelLane[] => {
    const parameter = score.parameters.find((p) => p.parameter === name);
    const quantity = attempt.quantityOf(name);
    if (!parameter || parameter.measured === 'not-measured' || !quantity) return [];
    const deviation = rows.map((i) => quantity.deviation(i));
    return [
      {
        parameter: name,
        unit: parameter.unit,
        target: parameter.target ?? 0,
        low: parameter.low,
        high: parameter.high,
        required: parameter.required,
        judgedS: (attempt.spansOfParameter(name) ?? [parameter]).map(({ startS, endS }) => [startS, endS]),
        deviation: deviation.map((value) => known(value, FINE[parameter.unit] ?? 1)),
        used: deviation.map((value) => known(toleranceUsed(value, parameter), 3)),
      },
    ];
  });
  const latDeg = track.recording.channels.lat_deg;
  const lonDeg = track.recording.channels.lon_deg;
  return {
    timeS: rows.map((i) => roundTo(track.timeS[i], 2)),
    lanes,
    track:
      latDeg && lonDeg
        ? { latDeg: rows.map((i) => known(latDeg[i], 6)), lonDeg: rows.map((i) => known(lonDeg[i], 6)) }
        : null,
    story: context ? storyOf(track, attempt, context, rows) : null,
    picture: context ? pictureFlown(track, attempt, score, context, rows) : null,
  };
}

/** Whether a parameter counted at a time. */
export const isJudged = (judgedS: readonly (readonly [number, number])[], atS: number): boolean =>
  judgedS.some(([startS, endS]) => atS >= startS && atS <= endS);

/** The keel as a thumbnail: a few dozen points a lane, in units of tolerance. */
export function smallKeel(trace: KeelTrace, points = 48): { parameter: string; used: (number | null)[] }[] {
  const stride = Math.max(1, Math.floor(trace.timeS.length / points));
  return trace.lanes
    .filter((lane) => lane.required)
    .map(({ parameter, used, judgedS }) => ({
      parameter,
      // So small, what was not judged would only look like a fault.
      used: used
        .map((value, i) => (isJudged(judgedS, trace.timeS[i]) ? value : null))
        .filter((_, i) => i % stride === 0),
    }));
}

/** The whole flight as an altitude silhouette: [time s, altitude ft] pairs, at most `maxPoints`. */
export function altitudeProfile(track: Track, maxPoints = 300): [number, number][] {
  const { timeS, altitudeFt } = track;
  const stride = Math.max(1, Math.ceil(timeS.length / maxPoints));
  const profile: [number, number][] = [];
  for (let i = 0; i < timeS.length; i += stride) {
    if (!Number.isNaN(altitudeFt.values[i]))
      profile.push([roundTo(timeS[i], 1), roundTo(altitudeFt.values[i], 0)]);
  }
  return profile;
}
