/** Clearing turns in a recording: two opposite quarter turns, or one long gentle one, before something else. */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { meanClimb, practisedTurns } from '../../kits/turns/plain-turns.ts';
import { TURN_SIGNS } from '../../kits/turns/tables.ts';
import type { Turn } from '../../kits/turns/turns.ts';
import type { Track } from '../../recording/track/track.ts';
import { CLEARING } from './tables.ts';

/** Two opposite quarter turns, or one long gentle one, level, shortly before another maneuver. */
export function clearingProposals(
  track: Track,
  context: ScoringContext,
  others: readonly Proposal[],
): Proposal[] {
  const gentle = practisedTurns(track, context).filter(
    (turn) =>
      // A wing that dropped between the two is no turn.
      turn.turnedDeg > CLEARING.correctionDeg &&
      turn.heldBankDeg <= CLEARING.bankDeg &&
      Math.abs(meanClimb(track, turn)) < TURN_SIGNS.climbingFpm,
  );
  const quarter = ({ turnedDeg }: Turn) => turnedDeg >= CLEARING.leastDeg && turnedDeg <= CLEARING.mostDeg;
  const found: Proposal[] = [];
  for (let i = 0; i < gentle.length; i++) {
    const [a, b] = [gentle[i], gentle[i + 1]];
    const pair =
      b &&
      quarter(a) &&
      quarter(b) &&
      a.direction !== b.direction &&
      b.startS - a.endS < CLEARING.pairS &&
      a.segment.from === b.segment.from;
    const once =
      a.heldBankDeg <= CLEARING.onceBankDeg &&
      a.turnedDeg >= CLEARING.onceLeastDeg &&
      a.turnedDeg <= CLEARING.onceMostDeg;
    if (!pair && !once) continue;
    const endS = pair ? b.endS : a.endS;
    const after = others.some(({ startS }) => startS >= endS - 1 && startS - endS < CLEARING.withinS);
    if (!after) continue;
    found.push({
      maneuver: 'clearing-turns',
      variant: 'standard',
      startS: a.startS,
      endS,
      segment: a.segment,
      state: 'complete',
    });
    if (pair) i++;
  }
  return found;
}
