/** What is measured in a stall. */

import { type Configuration, configurationOf } from '../../airplane/configuration.ts';
import { briefFor } from '../../card/targets.ts';
import { firstRowAt, firstWhere, medianOver, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import type { Attempt, Proposal, ScoringContext } from '../attempt/attempt.ts';
import { buildAttempt } from '../attempt/build-attempt.ts';
import { legHeading } from '../attempt/quantities.ts';
import { sceneOf } from '../attempt/scene.ts';
import { stallAttemptAt } from './stall-case.ts';
import { STALL_ATTEMPT } from './tables.ts';

export const STALL_PHASES = [
  'setup',
  'descent',
  'pitch-up',
  'stall',
  'recovery',
  'return',
  'settle',
] as const;

export function measureStall(
  track: Track,
  proposal: Proposal,
  _: readonly Attempt[],
  context: ScoringContext,
): Attempt {
  const found = stallAttemptAt(track, context, proposal);
  const event = found?.events[0];
  const configuration = event ? configurationAt(track, context, event.breakS) : null;
  const brief = briefFor(context.briefs, proposal.maneuver, proposal.variant, { configuration });
  const pitchUp = found && phaseNamed(found.phases, 'pitch-up');
  const turning = proposal.variant === 'turning';
  const held = pitchUp ? heldBankOf(track, pitchUp) : 0;
  return buildAttempt(track, proposal, context, {
    configuration,
    settles: 'in height',
    phases: found?.phases ?? [],
    shows: ['altitudeFt', 'airspeedKt', 'headingDeg', ...(turning ? (['bankDeg'] as const) : [])],
    aims: {
      bankDeg: turning ? Math.min(STALL_ATTEMPT.mostTurningBankDeg, brief?.bankDeg ?? Math.round(held)) : 0,
      loss: event && { fromFt: event.breakFt, atS: event.lowestS },
    },
    rowFor: (row) => {
      // A turning stall has no heading to keep; the exercise is not scored for its loss.
      if (row.parameter === 'heading' && turning) return undefined;
      if (row.phase === 'pitch-up' && !pitchUp) return undefined;
      return row;
    },
    // Rolling into the turn is on its way; the bank is judged from where it was first held.
    spansOf: (row) =>
      row.parameter === 'bank' && pitchUp && turning ? [fromBanked(track, pitchUp, held)] : undefined,
    quantity: (row) => (row.parameter === 'heading' && pitchUp ? legHeading(track, [pitchUp]) : undefined),
  });
}

/** The rise from where its bank had come. */
function fromBanked(track: Track, pitchUp: Span, heldDeg: number): Span {
  const rows = rowsBetween(track.timeS, pitchUp.startS, pitchUp.endS);
  const banked = firstWhere(
    rows,
    (i) => Math.abs(track.bankDeg.values[i]) > heldDeg - STALL_ATTEMPT.nearBankDeg,
  );
  return { startS: banked < 0 ? pitchUp.startS : track.timeS[banked], endS: pitchUp.endS };
}

/** How the flaps stood as it broke; null where nothing tells. */
function configurationAt(track: Track, context: ScoringContext, atS: number): Configuration | null {
  const { flapsKnown, flapsDeg, fullFlapsDeg } = sceneOf(track, context);
  const row = Math.min(track.timeS.length - 1, firstRowAt(track.timeS, atS));
  if (!flapsKnown(row)) return null;
  return configurationOf(flapsDeg(row), { stages: context.airplane?.flaps, fullFlapsDeg });
}

/** Bank in the last seconds of the rise. */
function heldBankOf(track: Track, { startS, endS }: Span): number {
  const rows = rowsBetween(track.timeS, Math.max(startS + 2, endS - STALL_ATTEMPT.bankHeldS), endS);
  return Math.abs(medianOver(track.bankDeg.values, rows));
}
