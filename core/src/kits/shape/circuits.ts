/** Approaches that ended in the air, and the circuits that led to an approach: told by their shape at a known field. */
import { type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Span } from '../../scoring/judged.ts';
import { distanceM, type GroundMotion } from './motion.ts';
import { ROUND_FIELD } from './tables.ts';
import { type Field, scatterFt } from './wheels.ts';

const offDeg = (a: number, b: number): number => Math.abs(((((a - b + 540) % 360) + 360) % 360) - 180);

/** Whether a row points along one of a field's runways, either way: the wind may have turned since. */
const aligned = (motion: GroundMotion, field: Field, row: number): boolean =>
  field.runwaysDeg.some((deg) => offDeg(motion.directionDeg[row], deg) <= ROUND_FIELD.alignedDeg);

const within = (motion: GroundMotion, field: Field, row: number, mostM: number): boolean =>
  (distanceM(motion, row, field) ?? 0) <= mostM;

interface GoAround {
  /** Its lowest moment. */
  atS: number;
  /** Above the field, ft. */
  lowestFt: number;
  approachFromS: number;
  field: Field;
  /** Level for seconds just above the runway first. */
  low: boolean;
}

/** Aligned, descending, low, and then away again without a touch. */
export function goAroundsIn(
  track: Track,
  motion: GroundMotion,
  fields: readonly Field[],
  rows: Rows,
  until: Rows,
): GroundLess[] {
  const found: GroundLess[] = [];
  for (const field of fields) {
    const height = (i: number) => track.altitudeFt.values[i] - field.altitudeFt;
    let i = rows.from;
    while (i < rows.to) {
      const descent = nextDescent(track, motion, field, { from: i, to: rows.to });
      if (!descent) break;
      // From there to its lowest, and up again.
      let lowest = descent.to - 1;
      let k = lowest;
      while (k < until.to && height(k) < height(lowest) + ROUND_FIELD.awayFt) {
        if (height(k) < height(lowest)) lowest = k;
        k++;
      }
      const away = k < until.to;
      if (
        away &&
        height(lowest) < ROUND_FIELD.approachFt &&
        within(motion, field, lowest, ROUND_FIELD.withinM)
      )
        found.push({
          atS: track.timeS[lowest],
          lowestFt: height(lowest),
          approachFromS: track.timeS[descent.from],
          field,
          low: isLevelLow(track, field, rowsBetween(track.timeS, track.timeS[lowest] - 20, track.timeS[k])),
        });
      i = Math.max(k, descent.to + 1);
    }
  }
  return found.filter((one, n) => found.findIndex(({ atS }) => Math.abs(atS - one.atS) < 30) === n);
}
type GroundLess = GoAround;

/** The next stretch of descending along a runway, low and near. */
function nextDescent(track: Track, motion: GroundMotion, field: Field, { from, to }: Rows): Rows | undefined {
  const down = (i: number) =>
    track.altitudeFt.values[i] - field.altitudeFt < ROUND_FIELD.approachFt &&
    track.verticalSpeedFpm[i] < ROUND_FIELD.descendingFpm &&
    aligned(motion, field, i) &&
    within(motion, field, i, ROUND_FIELD.withinM);
  let begin = -1;
  for (let i = from; i <= to; i++) {
    const on = i < to && down(i);
    if (on && begin < 0) begin = i;
    if (!on && begin >= 0) {
      if (track.timeS[i - 1] - track.timeS[begin] >= ROUND_FIELD.approachS) return { from: begin, to: i };
      begin = -1;
    }
  }
  return undefined;
}

/** Whether its heights of some seconds there lie close together: a vertical speed from row to row is mostly noise. */
function isLevelLow({ timeS, altitudeFt }: Track, field: Field, rows: Rows): boolean {
  const { lowFt, lowS, levelRmsFt } = ROUND_FIELD;
  for (let i = rows.from; i < rows.to; i++) {
    const part = rowsBetween(timeS, timeS[i], timeS[i] + lowS, rows);
    if (timeS[part.to - 1] - timeS[i] < lowS - 1e-6) return false;
    const highest = rowOfMax(part, (row) => altitudeFt.values[row]);
    const low = altitudeFt.values[highest] - field.altitudeFt < lowFt;
    if (low && scatterFt(altitudeFt.values, part) < levelRmsFt) return true;
  }
  return false;
}

/**
 * The circuit that led to an approach: from its downwind leg on, or from the takeoff or go-around before it where the
 * airplane stayed low; undefined for an approach from elsewhere.
 */
export function circuitBefore(
  track: Track,
  motion: GroundMotion,
  field: Field,
  endS: number,
  sinceS: number,
): Span | undefined {
  const { timeS } = track;
  const runway = finalDirection(track, motion, endS);
  const rows = rowsBetween(timeS, Math.max(sinceS, endS - ROUND_FIELD.lookBackS), endS);
  const low = (i: number) =>
    track.altitudeFt.values[i] - field.altitudeFt < ROUND_FIELD.circuitFt &&
    within(motion, field, i, ROUND_FIELD.circuitM);
  const downwind = (i: number) =>
    low(i) && offDeg(motion.directionDeg[i], runway + 180) <= ROUND_FIELD.downwindDeg;
  let best: Span | undefined;
  let begin = -1;
  for (let i = rows.from; i <= rows.to; i++) {
    const on = i < rows.to && downwind(i);
    if (on && begin < 0) begin = i;
    if (!on && begin >= 0) {
      if (timeS[i - 1] - timeS[begin] >= ROUND_FIELD.downwindS)
        best = { startS: timeS[begin], endS: timeS[i - 1] };
      begin = -1;
    }
  }
  if (!best) return undefined;
  const downwindS = best.startS;
  // The turn that joins it, a little higher still, belongs to it.
  const joinedFrom = (): number => {
    const join = rowsBetween(timeS, Math.max(sinceS, downwindS - ROUND_FIELD.joinS), downwindS);
    let first = join.to;
    const near = (i: number) =>
      track.altitudeFt.values[i] - field.altitudeFt < ROUND_FIELD.joinFt &&
      within(motion, field, i, ROUND_FIELD.circuitM + ROUND_FIELD.withinM);
    while (first > join.from && near(first - 1)) first--;
    return timeS[Math.min(first, join.to - 1)] ?? downwindS;
  };
  const before = rowsBetween(timeS, sinceS, best.startS);
  const highest = rowOfMax(before, (i) => track.altitudeFt.values[i]);
  const stayed = highest >= 0 && track.altitudeFt.values[highest] - field.altitudeFt < ROUND_FIELD.stayedFt;
  return { startS: stayed && best.startS - sinceS < ROUND_FIELD.lookBackS ? sinceS : joinedFrom(), endS };
}

/** Where it pointed on final, in the last seconds. */
function finalDirection(track: Track, motion: GroundMotion, endS: number): number {
  const rows = rowsBetween(track.timeS, endS - 8, endS);
  return motion.directionDeg[Math.min(track.timeS.length - 1, (rows.from + rows.to) >> 1)];
}
