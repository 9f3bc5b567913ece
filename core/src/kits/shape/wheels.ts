/** Where the airplane stood, rolled or touched: the fields of the day, and the stretches on the ground. */
import {
  firstWhere,
  longestStretch,
  type Rows,
  rowsBetween,
  spreadOver,
} from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { median } from '../../units/numbers.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { distanceM, type GroundMotion } from './motion.ts';
import { WHEELS } from './tables.ts';

export interface Field {
  altitudeFt: number;
  northM?: number;
  eastM?: number;
  /** Directions in which it was left or landed at, degrees. */
  runwaysDeg: number[];
}

/** Rows with the wheels on the ground of a field. */
export interface OnGround {
  rows: Rows;
  field: Field;
  /** Seen to be slow, and not only to have touched. */
  slow: boolean;
}

/** Stretches of ground in time order; none where the airplane never stood. */
export function groundStretches(track: Track, context: ScoringContext, motion: GroundMotion): OnGround[] {
  const stands = standing(track, motion);
  const fields = fieldsOf(track, motion, stands);
  if (fields.length === 0) return [];
  const low = lowRows(track, motion, fields);
  const stretches: OnGround[] = [];
  let from = -1;
  for (let i = 0; i <= low.length; i++) {
    const field = i < low.length ? low[i] : undefined;
    if (from >= 0 && (field === undefined || field !== low[from])) {
      const rows = { from, to: i };
      const slow = stands.some((stand) => stand.from < rows.to && stand.to > rows.from);
      if (slow || touched(track, context, motion, rows)) stretches.push({ rows, field: low[from]!, slow });
      from = -1;
    }
    if (field !== undefined && from < 0) from = i;
  }
  return joined(track, stretches);
}

/** Slow, level, and for a while. */
function standing(track: Track, motion: GroundMotion): Rows[] {
  const { timeS, airspeedKt, altitudeFt } = track;
  const slow = (i: number) => {
    const ias = airspeedKt.values[i];
    // Without a ground speed the needle has to lie near its peg: slow flight of a light airplane is not far above.
    const mostKt = motion.speedKt ? WHEELS.slowIasKt : WHEELS.peggedKt;
    const slowAir = !motion.iasMeasured || Number.isNaN(ias) || ias < mostKt;
    const slowOver = !motion.speedKt || Number.isNaN(motion.speedKt[i]) || motion.speedKt[i] < WHEELS.slowKt;
    return slowAir && slowOver && (motion.iasMeasured || motion.speedKt !== undefined);
  };
  const out: Rows[] = [];
  let from = -1;
  for (let i = 0; i <= timeS.length; i++) {
    const on = i < timeS.length && slow(i);
    if (on && from < 0) from = i;
    if (!on && from >= 0) {
      const rows = { from, to: i };
      if (
        timeS[i - 1] - timeS[from] >= WHEELS.flatS &&
        stops(motion, rows) &&
        isFlat(altitudeFt.values, timeS, rows)
      )
        out.push(rows);
      from = -1;
    }
  }
  return out;
}

/** At some moment it stands, where a ground speed tells: into a strong wind an airplane is slow, and goes on. */
const stops = ({ speedKt }: GroundMotion, { from, to }: Rows): boolean => {
  if (!speedKt) return true;
  for (let i = from; i < to; i++) if (speedKt[i] < WHEELS.standsKt) return true;
  return false;
};

/** Level over any quarter of a minute: a taxiway may slope, a slow climb does not stay within a few feet. */
function isFlat(altitude: Float64Array, timeS: Float64Array, rows: Rows): boolean {
  for (let s = timeS[rows.from]; s < timeS[rows.to - 1]; s += WHEELS.flatS) {
    const part = rowsBetween(timeS, s, s + WHEELS.flatS, rows);
    if (spreadOver(altitude, part) > 2 * WHEELS.flatFt) return false;
  }
  return true;
}

/** One field for each place stood at; without positions for each level. */
function fieldsOf(track: Track, motion: GroundMotion, stands: readonly Rows[]): Field[] {
  const fields: Field[] = [];
  for (const { from, to } of stands) {
    const part = (values?: Float64Array) => values && median(values.subarray(from, to));
    const altitudeFt = median(track.altitudeFt.values.subarray(from, to));
    const place = { northM: part(motion.northM), eastM: part(motion.eastM) };
    const known = fields.some((field) => {
      const apart = distanceM(motion, (from + to) >> 1, field);
      const near = apart === undefined || apart < WHEELS.sameFieldM;
      return near && Math.abs(field.altitudeFt - altitudeFt) < WHEELS.lowFt / 2;
    });
    if (!known) fields.push({ altitudeFt, ...place, runwaysDeg: [] });
  }
  return fields;
}

/** For each row the field at whose level it is, if it is at one. */
function lowRows(track: Track, motion: GroundMotion, fields: readonly Field[]): (Field | undefined)[] {
  const altitude = track.altitudeFt.values;
  const reach = track.other('alt_ft') ? WHEELS.lowFt : WHEELS.lowGpsFt;
  return Array.from(altitude, (ft, i) => {
    const near = fields.filter((field) => {
      const apart = distanceM(motion, i, field);
      return (
        Math.abs(ft - field.altitudeFt) <= reach && (apart === undefined || apart < 2 * WHEELS.sameFieldM)
      );
    });
    // Of two levels of one field, which differ by the day's pressure, the first one stands for both.
    return near[0];
  });
}

/** Level for seconds, and slower than an airplane flies with its flaps down. */
function touched(track: Track, { airplane }: ScoringContext, motion: GroundMotion, rows: Rows): boolean {
  const { timeS, altitudeFt } = track;
  // From positions alone the speed over the ground is the surer one, and an altitude wanders by itself.
  const { iasMeasured } = motion;
  const speed = iasMeasured ? track.airspeedKt.values : (motion.speedKt ?? track.airspeedKt.values);
  const share = iasMeasured ? WHEELS.touchShare : WHEELS.touchGroundShare;
  const rmsFt = iasMeasured ? WHEELS.touchRmsFt : WHEELS.touchGpsRmsFt;
  const enough = airplane ? share * airplane.vs0Kias : Number.NaN;
  if (hit(track, rows)) return true;
  for (let i = rows.from; i < rows.to; i++) {
    const part = rowsBetween(timeS, timeS[i], timeS[i] + WHEELS.touchS, rows);
    if (timeS[part.to - 1] - timeS[i] < WHEELS.touchS - track.stepS) break;
    const falls = speed[part.from] - speed[part.to - 1];
    const slow = Number.isNaN(enough) ? falls > WHEELS.slowsKt : speed[part.to - 1] < enough && falls > 0;
    // Faster than that only where the load shows that the wheels met something.
    const shown = slow || (falls > 0 && met(track, part));
    if (shown && scatterFt(altitudeFt.values, part) <= rmsFt) return true;
  }
  return false;
}

/** Whether the load jumped as the level began: more than a gust or a pull does from one moment to the next. */
function met(track: Track, { from }: Rows): boolean {
  const { timeS } = track;
  const about = rowsBetween(timeS, timeS[from] - WHEELS.metS, timeS[from] + WHEELS.metS);
  return jumps(track, about, WHEELS.metG, WHEELS.jumpG);
}

/** Whether something was met so hard, at that level, that it can only have been the runway; it may have sprung back. */
const hit = (track: Track, rows: Rows): boolean => jumps(track, rows, WHEELS.hitG, WHEELS.hitJumpG);

/** Whether the load came to more than `mostG`, and rose by more than `riseG` from one row to the next. */
function jumps(track: Track, { from, to }: Rows, mostG: number, riseG: number): boolean {
  const load = track.raw('load_g');
  if (!load || track.stepS > WHEELS.loadStepS) return false;
  return (
    firstWhere({ from: Math.max(1, from), to }, (i) => load[i] > mostG && load[i] - load[i - 1] > riseG) >= 0
  );
}

/** Of altitudes about their mean, root mean square. */
export function scatterFt(values: Float64Array, { from, to }: Rows): number {
  let [sum, squares] = [0, 0];
  for (let i = from; i < to; i++) sum += values[i];
  const mean = sum / (to - from);
  for (let i = from; i < to; i++) squares += (values[i] - mean) ** 2;
  return Math.sqrt(squares / (to - from));
}

/** A bump of an altimeter, or a hop, is no flight. */
function joined(track: Track, stretches: readonly OnGround[]): OnGround[] {
  const out: OnGround[] = [];
  for (const one of stretches) {
    const last = out.at(-1);
    const between = last && { from: last.rows.to, to: one.rows.from };
    if (last && between && !flew(track, last.field, between)) {
      last.rows = { from: last.rows.from, to: one.rows.to };
      last.slow ||= one.slow;
    } else out.push({ ...one, rows: { ...one.rows } });
  }
  return out;
}

function flew(track: Track, field: Field, rows: Rows): boolean {
  if (rows.to <= rows.from) return false;
  const high = (i: number) => track.altitudeFt.values[i] > field.altitudeFt + WHEELS.airborneFt;
  const up = longestStretch(track.timeS, rows, high);
  return up !== undefined && track.timeS[rows.to - 1] - track.timeS[rows.from] >= WHEELS.airborneS;
}
