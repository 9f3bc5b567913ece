/** Rolls about a point in a recording: short banks left and right in turn. */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { practisedTurns } from '../../kits/turns/plain-turns.ts';
import type { Turn } from '../../kits/turns/turns.ts';
import type { Track } from '../../recording/track/track.ts';
import { ROLLS } from './tables.ts';

/** Short banks left and right in turn, the nose about where it was. */
export function rollProposals(track: Track, context: ScoringContext): Proposal[] {
  const found: Proposal[] = [];
  let run: Turn[] = [];
  const close = () => {
    if (run.length >= ROLLS.least) {
      const [first, last] = [run[0], run[run.length - 1]];
      found.push({
        maneuver: 'coordination-rolls',
        variant: 'standard',
        startS: first.startS,
        endS: last.endS,
        segment: first.segment,
        state: 'complete',
      });
    }
    run = [];
  };
  for (const turn of practisedTurns(track, context)) {
    // A wing that came past level on the way is no roll, and no end of them.
    const slight = peakBank(track, turn) <= ROLLS.leastBankDeg && turn.turnedDeg < ROLLS.slightDeg;
    if (slight && run.length > 0) continue;
    const short =
      turn.endS - turn.startS < ROLLS.longestS &&
      turn.turnedDeg < ROLLS.mostDriftDeg &&
      peakBank(track, turn) > ROLLS.leastBankDeg;
    const last = run.at(-1);
    const goesOn = last && turn.direction !== last.direction && turn.startS - last.endS < ROLLS.apartS;
    if (!short) close();
    else if (!last || goesOn) run.push(turn);
    else {
      close();
      run = [turn];
    }
  }
  close();
  return found;
}

function peakBank(track: Track, { rows }: Turn): number {
  let most = 0;
  for (let i = rows.from; i < rows.to; i++) most = Math.max(most, Math.abs(track.bankDeg.values[i]));
  return most;
}
