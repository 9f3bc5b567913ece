/** Standard-rate turns in a recording: level turns near the bank that one was briefed at. By itself none can be told. */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { turnProposals } from '../../kits/turns/plain-turns.ts';
import { heldBank } from '../../kits/turns/turns.ts';
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { RATE_SIGNS } from './tables.ts';

export function standardRateTurns(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const wantedDeg = context.briefs.find((brief) => brief.maneuver === maneuver)?.bankDeg;
  if (!wantedDeg) return [];
  // Of several kinds of level turn in one lesson the one with the nearest bank is meant.
  const others = context.briefs
    .filter((other) => other.maneuver === 'level-turn' && other.bankDeg)
    .map((other) => other.bankDeg!);
  return turnProposals(track, context, maneuver, 'level').filter((turn) => {
    const rows = rowsBetween(track.timeS, turn.startS, turn.endS, turn.segment);
    const offDeg = (bankDeg: number) => Math.abs(bankDeg - heldBank(track.bankDeg.values, rows));
    return (
      offDeg(wantedDeg) <= RATE_SIGNS.nearBankDeg &&
      others.every((other) => offDeg(wantedDeg) <= offDeg(other))
    );
  });
}
