/**
 * Steep turns. An attempt starts where |bank| last rose through 5° and ends where it first falls below 5° or
 * changes sign; it is one when a median bank of 36° is held over 45° of turn, or 25° when it was briefed as one.
 */
import { briefFor } from '../brief/targets.ts';
import { rowsBetween, valueAt } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import type { Phase } from '../scoring/schema.ts';
import { buildAttempt } from './build-attempt.ts';
import { judgingRows } from './judging-rows.ts';
import type { Attempt, Maneuver, Proposal, ScoringContext } from './maneuver.ts';
import { steepTurnFindings } from './steep-turn-findings.ts';
import { findTurns, heldBank, proposalOf } from './turns.ts';

export const STEEP_TURN = 'steep-turn';

const HELD_BANK_DEG = 36;
const BRIEFED_BANK_DEG = 25;
const LEAST_TURN_DEG = 45;
/** A turn that begins this soon after one the other way is a reversal. */
const REVERSAL_S = 10;
const NEAR_HELD_BANK_DEG = 3;
const ESTABLISHED_TRIM_S = 1;
const USUAL_BANK_DEG = 45;

function propose(track: Track, context: ScoringContext): { proposals: Proposal[]; warnings: string[] } {
  const proposals: Proposal[] = [];
  const warnings: string[] = [];
  const briefed = context.briefs.some((brief) => brief.maneuver === STEEP_TURN);
  const leastBank = briefed ? BRIEFED_BANK_DEG : HELD_BANK_DEG;
  for (const turn of findTurns(track)) {
    if (!(turn.turnedDeg >= LEAST_TURN_DEG) || turn.heldBankDeg < leastBank) continue;
    if (!turn.begins) {
      warnings.push(
        `a steep bank at ${turn.startS.toFixed(0)} s has no recorded entry (the recording breaks off before it): not scored`,
      );
      continue;
    }
    proposals.push(proposalOf(turn, STEEP_TURN));
  }
  return { proposals, warnings };
}

/** The turn the other way that this one reversed out of, if it did. */
const reversedFrom = (proposal: Proposal, earlier: readonly Attempt[]): Attempt | undefined =>
  earlier.findLast(
    (attempt) =>
      attempt.maneuver === STEEP_TURN &&
      attempt.variant !== proposal.variant &&
      attempt.segment.from === proposal.segment.from &&
      proposal.startS - attempt.endS <= REVERSAL_S &&
      proposal.startS >= attempt.endS - 1e-6,
  );

/** Roll-in, established (first to last moment near the held bank, a second less at each end) and roll-out. */
export function turnPhases(track: Track, { startS, endS, segment }: Proposal): Phase[] {
  const { timeS } = track;
  const bank = track.bankDeg.values;
  const rows = rowsBetween(timeS, startS, endS, segment);
  const held = heldBank(bank, rows);
  let first = rows.from;
  let last = rows.to - 1;
  while (first <= last && Math.abs(Math.abs(bank[first]) - held) > NEAR_HELD_BANK_DEG) first++;
  while (last > first && Math.abs(Math.abs(bank[last]) - held) > NEAR_HELD_BANK_DEG) last--;
  const from = timeS[Math.min(first, rows.to - 1)] + ESTABLISHED_TRIM_S;
  const to = timeS[last] - ESTABLISHED_TRIM_S;
  if (to <= from) return [{ name: 'roll-in', startS, endS }];
  return [
    { name: 'roll-in', startS, endS: from },
    { name: 'established', startS: from, endS: to },
    { name: 'roll-out', startS: to, endS },
  ];
}

function measure(
  track: Track,
  proposal: Proposal,
  earlier: readonly Attempt[],
  context: ScoringContext,
): Attempt {
  const brief = briefFor(context.briefs, STEEP_TURN, proposal.variant);
  const bankRow = judgingRows(context, STEEP_TURN).rows.find((row) => row.parameter === 'bank');
  const turnedDeg = Math.abs(
    valueAt(track.timeS, track.headingDeg.values, proposal.endS) -
      valueAt(track.timeS, track.headingDeg.values, proposal.startS),
  );
  return buildAttempt(track, proposal, context, {
    phases: turnPhases(track, proposal),
    aims: { bankDeg: bankRow?.target ?? brief?.bankDeg ?? USUAL_BANK_DEG },
    inherits: reversedFrom(proposal, earlier),
    turnedDeg,
    fallsShort: proposal.state === 'complete' && turnedDeg < context.thresholds.steepTurn.completeTurnDeg,
  });
}

export const steepTurn: Maneuver = { id: STEEP_TURN, propose, measure, findings: steepTurnFindings };
