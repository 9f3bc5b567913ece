/** What is measured in a turn that is not steep. */

import { briefFor } from '../../card/targets.ts';
import { rowsBetween, valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import type { Attempt, Proposal, ScoringContext } from '../attempt/attempt.ts';
import { buildAttempt } from '../attempt/build-attempt.ts';
import { TURN_SIGNS } from './tables.ts';
import { turnPhases } from './turn-phases.ts';
import { heldBank } from './turns.ts';

/** Bank flown where nobody briefed one, to the next five degrees. */
export function bankFlown(track: Track, { startS, endS, segment }: Proposal): number {
  const rows = rowsBetween(track.timeS, startS, endS, segment);
  return 5 * Math.round(heldBank(track.bankDeg.values, rows) / 5);
}

/** Whether the briefed heading was the one: a quarter turn to the next cardinal point is judged by no other. */
export const rolledOutFor = (
  { timeS, headingDeg }: Track,
  { endS }: Pick<Proposal, 'endS'>,
  wantedDeg: number | null | undefined,
): wantedDeg is number =>
  typeof wantedDeg === 'number' &&
  Math.abs(shortestTurnDeg(wantedDeg, valueAt(timeS, headingDeg.values, endS))) <= TURN_SIGNS.setHeadingDeg;

/** `holdsAltitude`: level, so that speed and altitude are those of the entry and it settles there again. */
export function measureTurn(
  track: Track,
  proposal: Proposal,
  context: ScoringContext,
  { holdsAltitude }: { holdsAltitude: boolean },
): Attempt {
  const brief = briefFor(context.briefs, proposal.maneuver, proposal.variant);
  const heading = track.headingDeg.values;
  const turnedDeg = Math.abs(
    valueAt(track.timeS, heading, proposal.endS) - valueAt(track.timeS, heading, proposal.startS),
  );
  const kias = brief?.entry?.airspeedKias;
  return buildAttempt(track, proposal, context, {
    phases: turnPhases(track, proposal),
    aims: {
      bankDeg: brief?.bankDeg ?? bankFlown(track, proposal),
      ...(typeof kias === 'number' && !holdsAltitude && { airspeedKt: kias }),
    },
    turnedDeg,
    settles: holdsAltitude,
    rowFor: (row) => {
      // Where to roll out only a brief can say, and only of a turn that was rolled out for it.
      if (row.parameter === 'rollout-heading' && !rolledOutFor(track, proposal, brief?.entry?.headingDeg))
        return undefined;
      return row;
    },
  });
}
