/** What is measured in a turn that is not steep. */

import { briefFor } from '../../card/targets.ts';
import { rowsBetween, valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Attempt, Proposal, ScoringContext } from '../attempt/attempt.ts';
import { buildAttempt } from '../attempt/build-attempt.ts';
import { turnPhases } from './turn-phases.ts';
import { heldBank } from './turns.ts';

/** Bank flown where nobody briefed one, to the next five degrees. */
export function bankFlown(track: Track, { startS, endS, segment }: Proposal): number {
  const rows = rowsBetween(track.timeS, startS, endS, segment);
  return 5 * Math.round(heldBank(track.bankDeg.values, rows) / 5);
}

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
      // Where to roll out only a brief can say.
      if (row.parameter === 'rollout-heading' && typeof brief?.entry?.headingDeg !== 'number')
        return undefined;
      return row;
    },
  });
}
