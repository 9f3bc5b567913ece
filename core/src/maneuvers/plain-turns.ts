/**
 * Turns that are not steep: level, climbing and descending; the two that clear the area; rolls about a point. Found
 * from the same turns, told apart by bank, vertical speed and what stands next to them.
 */
import { rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { mean, median } from '../units/numbers.ts';
import type { Proposal, ScoringContext } from './maneuver.ts';
import { sceneOf } from './scene.ts';
import { findTurns, proposalOf, type Turn } from './turns.ts';

export type TurnKind = 'level-turn' | 'climbing-turn' | 'descending-turn';

const LEAST_TURN_DEG = 45;
const STEEP_DEG = 36;
const CLIMBING_FPM = 200;
/** Gentler than this is a correction or a wide sweep, not a practised turn. */
const LEAST_BANK_DEG = 8;
const CLEARING = {
  correctionDeg: 20,
  leastDeg: 70,
  mostDeg: 110,
  pairS: 25,
  onceLeastDeg: 160,
  onceMostDeg: 370,
  onceBankDeg: 22,
  bankDeg: 30,
  withinS: 180,
};

const cache = new WeakMap<Track, Turn[]>();

/** Turns above the pattern with a beginning on record, worked out once. */
export function practisedTurns(track: Track, context: ScoringContext): Turn[] {
  const known = cache.get(track);
  if (known) return known;
  const { lowestFt } = sceneOf(track, context);
  const turns = findTurns(track).filter(
    (turn) => turn.begins && track.altitudeFt.values[turn.rows.from] > lowestFt,
  );
  cache.set(track, turns);
  return turns;
}

/** Mean vertical speed from start to end, ft/min. */
function meanClimb(track: Track, { startS, endS, rows }: Turn): number {
  const altitude = track.altitudeFt.values;
  return ((altitude[rows.to - 1] - altitude[rows.from]) / Math.max(1, endS - startS)) * 60;
}

export function turnProposals(track: Track, context: ScoringContext, kind: TurnKind): Proposal[] {
  return practisedTurns(track, context)
    .filter(
      ({ turnedDeg, heldBankDeg }) =>
        turnedDeg >= LEAST_TURN_DEG && heldBankDeg >= LEAST_BANK_DEG && heldBankDeg < STEEP_DEG + 4,
    )
    .filter((turn) => {
      const climb = meanClimb(track, turn);
      const is =
        climb > CLIMBING_FPM ? 'climbing-turn' : climb < -CLIMBING_FPM ? 'descending-turn' : 'level-turn';
      return is === kind;
    })
    .map((turn) => proposalOf(turn, kind));
}

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
      turn.heldBankDeg <= CLEARING.bankDeg + 3 &&
      Math.abs(meanClimb(track, turn)) < CLIMBING_FPM,
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

const ROLLS = { least: 4, longestS: 9, apartS: 5, leastBankDeg: 12, mostDriftDeg: 30, slightDeg: 10 };

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

const NEAR_HELD_DEG = 4;

/** First and last moment near the bank held. */
export function heldSpan(
  track: Track,
  { startS, endS, segment }: Pick<Proposal, 'startS' | 'endS' | 'segment'>,
): { fromS: number; toS: number } {
  const rows = rowsBetween(track.timeS, startS, endS, segment);
  const sizes = Array.from(track.bankDeg.values.subarray(rows.from, rows.to), Math.abs);
  const plain = median(sizes);
  const held = mean(sizes.filter((size) => size > 0.75 * plain));
  const near = (i: number) => Math.abs(Math.abs(track.bankDeg.values[i]) - held) < NEAR_HELD_DEG;
  let [first, last] = [rows.from, rows.to - 1];
  while (first < last && !near(first)) first++;
  while (last > first && !near(last)) last--;
  return { fromS: track.timeS[first], toS: track.timeS[last] };
}
