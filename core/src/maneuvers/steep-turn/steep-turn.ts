/**
 * Steep turns. An attempt starts where |bank| last rose through 5° and ends where it first falls below 5° or
 * changes sign; it is one when a median bank of 36° is held over 45° of turn, or 25° when it was briefed as one.
 */

import { type BriefTargets, briefFor } from '../../card/targets.ts';
import type { Coded } from '../../coded.ts';
import type { Attempt, Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { buildAttempt } from '../../kits/attempt/build-attempt.ts';
import type { Proposed } from '../../kits/attempt/room.ts';
import { turnPhases } from '../../kits/turns/turn-phases.ts';
import { findTurns, proposalOf, type Turn } from '../../kits/turns/turns.ts';
import { valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { warning } from '../../recording/warnings.ts';
import { judgingRows } from '../../scoring/standard.ts';
import { STEEP_SIGNS } from './tables.ts';

export const STEEP_TURN = 'steep-turn';

export function propose(track: Track, context: ScoringContext): Proposed {
  const proposals: Proposal[] = [];
  const warnings: Coded[] = [];
  for (const turn of findTurns(track)) {
    if (!(turn.turnedDeg >= STEEP_SIGNS.leastTurnDeg) || !isSteep(turn, context)) continue;
    if (!turn.begins) {
      warnings.push(warning('no-recorded-entry', { atS: turn.startS }));
      continue;
    }
    proposals.push(proposalOf(turn, STEEP_TURN));
  }
  return { proposals, warnings };
}

/**
 * Steep by its bank; or flown shallow where one was briefed: then it goes most of the way round, and no turn of another
 * bank was briefed that it is nearer to.
 */
function isSteep({ heldBankDeg, turnedDeg }: Turn, { briefs }: ScoringContext): boolean {
  if (heldBankDeg >= STEEP_SIGNS.heldBankDeg) return true;
  const steep = briefs.filter((brief) => brief.maneuver === STEEP_TURN);
  if (
    steep.length === 0 ||
    heldBankDeg < STEEP_SIGNS.briefedBankDeg ||
    turnedDeg < STEEP_SIGNS.shallowTurnDeg
  )
    return false;
  const offDeg = (brief: BriefTargets) => Math.abs((brief.bankDeg ?? STEEP_SIGNS.usualBankDeg) - heldBankDeg);
  const nearest = Math.min(...steep.map(offDeg));
  return !briefs.some(
    (brief) => PLAIN_TURNS.includes(brief.maneuver) && brief.bankDeg && offDeg(brief) < nearest,
  );
}
const PLAIN_TURNS = ['level-turn', 'climbing-turn', 'descending-turn'];

/** The turn the other way that this one reversed out of, if it did. */
const reversedFrom = (proposal: Proposal, earlier: readonly Attempt[]): Attempt | undefined =>
  earlier.findLast(
    (attempt) =>
      attempt.maneuver === STEEP_TURN &&
      attempt.variant !== proposal.variant &&
      attempt.segment.from === proposal.segment.from &&
      proposal.startS - attempt.endS <= STEEP_SIGNS.reversalS &&
      proposal.startS >= attempt.endS - 1e-6,
  );

export function measure(
  track: Track,
  proposal: Proposal,
  earlier: readonly Attempt[],
  context: ScoringContext,
): Attempt {
  const brief = briefFor(context.briefs, STEEP_TURN, proposal.variant);
  const bankRow = judgingRows(context, proposal).rows.find((row) => row.parameter === 'bank');
  const turnedDeg = Math.abs(
    valueAt(track.timeS, track.headingDeg.values, proposal.endS) -
      valueAt(track.timeS, track.headingDeg.values, proposal.startS),
  );
  return buildAttempt(track, proposal, context, {
    phases: turnPhases(track, proposal),
    aims: { bankDeg: bankRow?.target ?? brief?.bankDeg ?? STEEP_SIGNS.usualBankDeg },
    inherits: reversedFrom(proposal, earlier),
    turnedDeg,
  });
}
