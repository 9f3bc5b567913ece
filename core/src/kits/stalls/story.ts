/** A stall told by its events: power back, nose up, warning, break, release, power, each stage of flaps, lowest, climb. */
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { limitsOf } from '../../units/figures.ts';
import type { Attempt, ScoringContext } from '../attempt/attempt.ts';
import { sceneOf } from '../attempt/scene.ts';
import type { StoryEvent, StoryPart } from '../attempt/story.ts';
import { powerCut } from './stall-attempts.ts';
import { stallAttemptAt } from './stall-case.ts';
import { STALL_LIMITS, STORY } from './tables.ts';

export const stallStory: StoryPart = {
  lanes: ['airspeed', 'pitch', 'altitude', 'power', 'flaps', 'elevator', 'aileron'],
  around: { event: 'break', beforeS: 13, afterS: 13 },
  events(track, attempt, context) {
    const event = stallAttemptAt(track, context, attempt)?.events[0];
    if (!event) return [];
    const { pitchUpS, indicationS, breakS, unloadS, lowestS } = event;
    const { lateS, powerWithinS } = limitsOf(context, STALL_LIMITS);
    const at = (
      id: string,
      name: string,
      atS: number | undefined,
      asked?: StoryEvent['asked'],
    ): StoryEvent[] =>
      atS === undefined || Number.isNaN(atS) ? [] : [{ id, name, atS, ...(asked && { asked }) }];
    return [
      ...at('power-back', 'power back', powerCut(track, context, pitchUpS - 2)),
      ...at('nose-up', 'nose up', pitchUpS),
      ...at('warning', 'warning', indicationS < breakS ? indicationS : undefined),
      ...at('break', 'break', breakS),
      ...at('release', 'release', unloadS, { from: 'break', withinS: lateS }),
      ...at('power', 'power', powerOn(track, context, breakS - 1, lowestS + 20), {
        from: 'release',
        withinS: powerWithinS,
      }),
      ...at('lowest', 'lowest', lowestS),
      ...at('climb', 'climb', climbs(track, lowestS)),
      ...flapMoves(track, context, attempt, breakS),
    ].sort((a, b) => a.atS - b.atS);
  },
};

function powerOn(track: Track, context: ScoringContext, fromS: number, toS: number): number | undefined {
  const { lever } = sceneOf(track, context);
  const rows = rowsBetween(track.timeS, fromS, toS);
  if (lever(rows.from) > STORY.fullShare) return undefined;
  for (let i = rows.from; i < rows.to; i++) if (lever(i) > STORY.fullShare) return track.timeS[i];
  return undefined;
}

function climbs({ timeS, verticalSpeedFpm }: Track, lowestS: number): number | undefined {
  const rows = rowsBetween(timeS, lowestS, lowestS + 40);
  for (let i = rows.from; i < rows.to; i++) if (verticalSpeedFpm[i] > STORY.climbFpm) return timeS[i];
  return undefined;
}

/** Each stage that came in after the break, from where to where. */
function flapMoves(track: Track, context: ScoringContext, attempt: Attempt, breakS: number): StoryEvent[] {
  const { flapsKnown, flapsDeg } = sceneOf(track, context);
  const rows = rowsBetween(track.timeS, breakS, attempt.endS);
  const moves: StoryEvent[] = [];
  let stood = { deg: flapsDeg(rows.from), sinceS: track.timeS[rows.from] };
  let began: { fromDeg: number; atS: number } | null = null;
  for (let i = rows.from; i < rows.to && flapsKnown(i); i++) {
    const deg = flapsDeg(i);
    if (Math.abs(deg - stood.deg) > 0.5) {
      began ??= { fromDeg: stood.deg, atS: track.timeS[i] };
      stood = { deg, sinceS: track.timeS[i] };
    } else if (began && track.timeS[i] - stood.sinceS >= STORY.stillS) {
      if (Math.abs(deg - began.fromDeg) > STORY.stageDeg)
        moves.push({
          id: `flaps-${moves.length}`,
          name: `${Math.round(began.fromDeg)}→${Math.round(deg)}°`,
          atS: began.atS,
        });
      began = null;
    }
  }
  return moves;
}
