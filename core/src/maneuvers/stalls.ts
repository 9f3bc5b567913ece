/** Power-off and power-on stalls and the stall exercise as maneuvers: what is measured in them. */
import { briefFor } from '../brief/targets.ts';
import { rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { phaseNamed } from '../scoring/phases.ts';
import type { Finding } from '../scoring/schema.ts';
import { median } from '../units/numbers.ts';
import { buildAttempt } from './build-attempt.ts';
import { type Check, runChecks } from './case.ts';
import type { Attempt, Maneuver, Proposal, ScoringContext } from './maneuver.ts';
import { legHeading } from './quantities.ts';
import { type StallKind, stallProposals } from './stall-attempts.ts';
import { stallAttemptAt } from './stall-case.ts';
import {
  aileronInStall,
  headingDrift,
  noStabilizedDescent,
  pitchTooSteep,
  powerTooLow,
  spinEntry,
  wingDrop,
  wrongCue,
} from './stall-entry-findings.ts';
import {
  excessLoss,
  flapsInRecovery,
  flapsUpWithoutClimb,
  lateRecovery,
  noseTooLow,
  powerBeforePitch,
  secondaryStall,
} from './stall-recovery-findings.ts';

/** Not steeper, whatever was flown. */
const MOST_TURNING_BANK_DEG = 20;

function measure(track: Track, proposal: Proposal, _: readonly Attempt[], context: ScoringContext): Attempt {
  const found = stallAttemptAt(track, context, proposal);
  const brief = briefFor(context.briefs, proposal.maneuver, proposal.variant);
  const event = found?.events[0];
  const pitchUp = found && phaseNamed(found.phases, 'pitch-up');
  const turning = proposal.variant === 'turning';
  const held = pitchUp ? heldBankOf(track, pitchUp) : 0;
  return buildAttempt(track, proposal, context, {
    settles: 'in height',
    phases: found?.phases ?? [],
    shows: ['altitudeFt', 'airspeedKt', 'headingDeg', ...(turning ? (['bankDeg'] as const) : [])],
    aims: {
      bankDeg: turning ? Math.min(MOST_TURNING_BANK_DEG, brief?.bankDeg ?? Math.round(held)) : 0,
      loss: event && { fromFt: event.breakFt, atS: event.lowestS },
    },
    rowFor: (row) => {
      // A turning stall has no heading to keep; the exercise is not scored for its loss.
      if (row.parameter === 'heading' && turning) return undefined;
      if (row.phase === 'pitch-up' && !pitchUp) return undefined;
      return row;
    },
    quantity: (row) => (row.parameter === 'heading' && pitchUp ? legHeading(track, [pitchUp]) : undefined),
  });
}

function heldBankOf(track: Track, { startS, endS }: { startS: number; endS: number }): number {
  const rows = rowsBetween(track.timeS, startS + 2, endS);
  return Math.abs(median(track.bankDeg.values.subarray(rows.from, Math.max(rows.from, rows.to))));
}

const CHECKS: readonly Check[] = [
  noStabilizedDescent,
  wrongCue,
  headingDrift,
  pitchTooSteep,
  powerTooLow,
  wingDrop,
  aileronInStall,
  lateRecovery,
  powerBeforePitch,
  noseTooLow,
  secondaryStall,
  excessLoss,
  flapsUpWithoutClimb,
  spinEntry,
];

const stall = (id: StallKind, checks: readonly Check[]): Maneuver => ({
  id,
  propose: (track, context) => ({ proposals: stallProposals(track, context, id), warnings: [] }),
  measure,
  findings: (track, attempt, next, context): Finding[] => runChecks(checks, track, attempt, next, context),
});

export const powerOffStall = stall('power-off-stall', [...CHECKS, flapsInRecovery]);
export const powerOnStall = stall('power-on-stall', [...CHECKS, flapsInRecovery]);
export const stallSeries = stall('stall-series', [wingDrop, spinEntry]);
