/**
 * Turns that are not steep: level, climbing and descending; the two that clear the area; rolls about a point. Found
 * from the same turns, told apart by bank, vertical speed and what stands next to them.
 */

import { type BriefTargets, offBriefedLineDeg } from '../../card/targets.ts';
import { rowsBetween, valueAt } from '../../recording/columns/span.ts';
import { energyFpm } from '../../recording/track/energy.ts';
import type { Track } from '../../recording/track/track.ts';
import { mean, median } from '../../units/numbers.ts';
import type { Proposal, ScoringContext } from '../attempt/attempt.ts';
import { perFlight } from '../attempt/per-flight.ts';
import { meanPower, sceneOf } from '../attempt/scene.ts';
import { TURN_SIGNS } from './tables.ts';
import { findTurns, proposalOf, type Turn } from './turns.ts';

/** What a turn does besides turning. */
export type TurnKind = 'level' | 'climbing' | 'descending';

/** Turns above the pattern with a beginning on record, worked out once. */
export const practisedTurns = perFlight((track, context): Turn[] => {
  const { lowestFt } = sceneOf(track, context);
  return findTurns(track).filter((turn) => turn.begins && track.altitudeFt.values[turn.rows.from] > lowestFt);
});

/** Mean vertical speed from start to end, ft/min. */
export function meanClimb(track: Track, { startS, endS, rows }: Turn): number {
  const altitude = track.altitudeFt.values;
  return ((altitude[rows.to - 1] - altitude[rows.from]) / Math.max(1, endS - startS)) * 60;
}

/** Turns of one kind, neither steep nor mere corrections, as attempts at a maneuver. */
export function turnProposals(
  track: Track,
  context: ScoringContext,
  maneuver: string,
  kind: TurnKind,
): Proposal[] {
  return practisedTurns(track, context)
    .filter(
      (turn) =>
        turn.turnedDeg >= TURN_SIGNS.leastTurnDeg &&
        turn.heldBankDeg >= TURN_SIGNS.leastBankDeg &&
        turn.heldBankDeg < TURN_SIGNS.steepDeg + TURN_SIGNS.overlapDeg &&
        kindOf(track, turn, context) === kind &&
        isMeant(track, turn, context, maneuver),
    )
    .map((turn) => proposalOf(turn, maneuver));
}

/**
 * Where a lesson was briefed, a turn on the way to the next maneuver, or home, is none: meant is one of about the bank that
 * was briefed, or one that goes most of the way round.
 */
const isMeant = (track: Track, turn: Turn, context: ScoringContext, maneuver: string): boolean =>
  context.briefs.length === 0 ||
  turn.turnedDeg >= TURN_SIGNS.wholeTurnDeg ||
  context.briefs.some(
    (brief) =>
      brief.maneuver === maneuver && isOf(track, turn, brief) && !leavesForGood(track, turn, context, brief),
  );

/** The last of the flight's turns, rolled out across the briefed line: the way home, which nobody briefed. */
function leavesForGood(track: Track, { endS }: Turn, context: ScoringContext, brief: BriefTargets): boolean {
  const { timeS, headingDeg } = track;
  const after = valueAt(
    timeS,
    headingDeg.values,
    Math.min(endS + TURN_SIGNS.awayAfterS, timeS[timeS.length - 1]),
  );
  const across = offBriefedLineDeg(after, brief) > TURN_SIGNS.acrossDeg;
  return across && practisedTurns(track, context).every((other) => other.startS <= endS);
}

/** Of about the briefed bank; begun across the briefed line it has to be nearer to it. */
function isOf({ headingDeg }: Track, { heldBankDeg, rows }: Turn, brief: BriefTargets): boolean {
  if (!brief.bankDeg) return true;
  const across = offBriefedLineDeg(headingDeg.values[rows.from], brief) > TURN_SIGNS.offLineDeg;
  const nearDeg = across ? TURN_SIGNS.nearAcrossDeg : TURN_SIGNS.nearBriefDeg;
  return Math.abs(brief.bankDeg - heldBankDeg) <= nearDeg;
}

const KINDS: Readonly<Record<string, TurnKind>> = {
  'level-turn': 'level',
  'standard-rate-turn': 'level',
  'steep-turn': 'level',
  'climbing-turn': 'climbing',
  'descending-turn': 'descending',
  'gliding-turn': 'descending',
  'slipping-descent-turn': 'descending',
};

/**
 * By what it did; where nobody briefed such a turn, by the power that was set for it: air that rises or sinks makes a level turn
 * of a descending one.
 */
function kindOf(track: Track, turn: Turn, context: ScoringContext): TurnKind {
  const climbFpm = meanClimb(track, turn);
  const flown =
    climbFpm > TURN_SIGNS.climbingFpm
      ? 'climbing'
      : climbFpm < -TURN_SIGNS.climbingFpm
        ? 'descending'
        : 'level';
  const briefed = context.briefs.flatMap(({ maneuver }) => KINDS[maneuver] ?? []);
  if (briefed.length === 0 || briefed.includes(flown)) return flown;
  const set = byPower(track, turn, context);
  const against =
    (set === 'climbing' && flown === 'descending') || (set === 'descending' && flown === 'climbing');
  return set && !against && briefed.includes(set) ? set : flown;
}

/**
 * What the power says that was taken off or put on before the turn; undefined where it stayed, and where the flight before it
 * was not steady: power that ends a climb or an acceleration says nothing of the turn.
 */
function byPower(
  track: Track,
  { startS, endS, segment }: Turn,
  context: ScoringContext,
): TurnKind | undefined {
  const scene = sceneOf(track, context);
  const { powerFromS, powerUntilS } = TURN_SIGNS;
  const before = rowsBetween(track.timeS, startS - powerFromS, startS - powerUntilS, segment);
  if (Math.abs(energyFpm(track, before)) > TURN_SIGNS.steadyFpm) return undefined;
  const during = rowsBetween(track.timeS, startS, endS, segment);
  const change = meanPower(scene, during) - meanPower(scene, before);
  if (change > TURN_SIGNS.powerChange) return 'climbing';
  return change < -TURN_SIGNS.powerChange ? 'descending' : undefined;
}

/** First and last moment near the bank held. */
export function heldSpan(
  track: Track,
  { startS, endS, segment }: Pick<Proposal, 'startS' | 'endS' | 'segment'>,
): { fromS: number; toS: number } {
  const rows = rowsBetween(track.timeS, startS, endS, segment);
  const sizes = Array.from(track.bankDeg.values.subarray(rows.from, rows.to), Math.abs);
  const plain = median(sizes);
  const held = mean(sizes.filter((size) => size > 0.75 * plain));
  const near = (i: number) => Math.abs(Math.abs(track.bankDeg.values[i]) - held) < TURN_SIGNS.nearHeldDeg;
  let [first, last] = [rows.from, rows.to - 1];
  while (first < last && !near(first)) first++;
  while (last > first && !near(last)) last--;
  return { fromS: track.timeS[first], toS: track.timeS[last] };
}
