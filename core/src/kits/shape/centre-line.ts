/** The runway as the flight itself shows it: the line that the wheels rolled along. */
import { spreadOver } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { degrees, radians, shortestTurnDeg, wrap360 } from '../../units/angles.ts';
import { FT_TO_M } from '../../units/convert.ts';
import { known } from '../../units/numbers.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { perFlight } from '../attempt/per-flight.ts';
import { flightShape } from './flight-shape.ts';
import { groundMotion } from './motion.ts';
import { APPROACH } from './tables.ts';
import type { Field } from './wheels.ts';

export interface CentreLine {
  /** Direction of landing by the positions, degrees. */
  deg: number;
  /** Ft along it from where the recording began, at a row. */
  alongFt(row: number): number;
  /** Ft right of it. */
  rightFt(row: number): number;
  /** The same of any place, m north and east of the first fix. */
  besideFt(place: { northM: number; eastM: number }): { alongFt: number; rightFt: number };
  /** One standard error of that, ft: it grows with the distance from what rolled. */
  rightErrorFt(row: number): number;
}

/**
 * Along the roll that lies nearest to where an approach ended, and every other that lies on its line, either way; in the
 * direction of the approach.
 * @returns undefined without positions, and where nothing rolled there
 */
export function centreLine(
  track: Track,
  context: ScoringContext,
  field: Field,
  { towardDeg, endRow }: { towardDeg: number; endRow: number },
): CentreLine | undefined {
  const { northM, eastM, directionDeg } = groundMotion(track);
  if (!northM || !eastM) return undefined;
  const places = { northM, eastM };
  const perPoint = Math.max(1, 1 / track.stepS);
  const rolls = rollsOf(track, context)
    .filter((one) => one.field === field)
    .map(({ rows }) => rows.filter((row) => isAlong(directionDeg[row], towardDeg)))
    .filter((rows) => rows.length >= APPROACH.leastRows);
  const farM = (rows: readonly number[]) =>
    rows.reduce(
      (least, row) => Math.min(least, Math.hypot(northM[row] - northM[endRow], eastM[row] - eastM[endRow])),
      Number.POSITIVE_INFINITY,
    );
  const [nearest, ...others] = rolls.map((rows) => ({ rows, m: farM(rows) })).sort((a, b) => a.m - b.m);
  if (!nearest) return undefined;
  const own = fitted(places, nearest.rows, towardDeg, perPoint);
  const same = others.filter(
    ({ rows }) => Math.abs(own.rightFt(rows[rows.length >> 1])) <= APPROACH.sameLineFt,
  );
  const line = fitted(
    places,
    [nearest, ...same].flatMap(({ rows }) => rows),
    towardDeg,
    perPoint,
  );
  return line.lengthFt < APPROACH.leastRollFt ? undefined : line;
}

/** Along a direction, either way. */
function isAlong(deg: number, towardDeg: number): boolean {
  const off = Math.abs(shortestTurnDeg(towardDeg, deg));
  return Math.min(off, 180 - off) <= APPROACH.sameRunwayDeg;
}

/** What positions are good to at best. */
const LEAST_SCATTER_FT = 3;

/** The line through the mean of the rows along which they are spread the furthest. */
function fitted(
  { northM, eastM }: { northM: Float64Array; eastM: Float64Array },
  rows: readonly number[],
  towardDeg: number,
  /** Rows in a second: so many are one measurement. */
  perPoint: number,
): CentreLine & { lengthFt: number } {
  const mean = (values: Float64Array) => rows.reduce((sum, row) => sum + values[row], 0) / rows.length;
  const [north0, east0] = [mean(northM), mean(eastM)];
  let [nn, ee, ne] = [0, 0, 0];
  for (const row of rows) {
    const [n, e] = [northM[row] - north0, eastM[row] - east0];
    nn += n * n;
    ee += e * e;
    ne += n * e;
  }
  const axis = degrees(0.5 * Math.atan2(2 * ne, nn - ee));
  const deg = Math.abs(shortestTurnDeg(axis, towardDeg)) <= 90 ? axis : axis + 180;
  const [cos, sin] = [Math.cos(radians(deg)), Math.sin(radians(deg))];
  const alongFt = (row: number) => ((northM[row] - north0) * cos + (eastM[row] - east0) * sin) / FT_TO_M;
  const rightFt = (row: number) => ((eastM[row] - east0) * cos - (northM[row] - north0) * sin) / FT_TO_M;
  const besideFt = (place: { northM: number; eastM: number }) => {
    const [n, e] = [place.northM - north0, place.eastM - east0];
    return { alongFt: (n * cos + e * sin) / FT_TO_M, rightFt: (e * cos - n * sin) / FT_TO_M };
  };
  const along = rows.map(alongFt);
  const sum = (of: (row: number) => number) => rows.reduce((total, row) => total + of(row) ** 2, 0);
  const scatterFt = Math.max(LEAST_SCATTER_FT, Math.sqrt(sum(rightFt) / rows.length));
  const spread = sum(alongFt);
  return {
    deg: wrap360(deg),
    alongFt,
    rightFt,
    besideFt,
    // Of a straight line through points that scatter; neighbours err together, so that a second counts as one of them.
    rightErrorFt: (row) => scatterFt * Math.sqrt(perPoint * (1 / rows.length + alongFt(row) ** 2 / spread)),
    lengthFt: spreadOver(along, { from: 0, to: along.length }),
  };
}

/** The rows of each stretch on the ground in which it rolled fast, and where is known. */
const rollsOf = perFlight((track, context) => {
  const { northM, eastM, speedKt } = groundMotion(track);
  return flightShape(track, context).ground.map(({ field, rows: { from, to } }) => {
    const rows: number[] = [];
    for (let i = from; i < Math.min(to, track.timeS.length); i++)
      if (
        speedKt &&
        speedKt[i] > APPROACH.rollsKt &&
        known(northM?.[i]) !== null &&
        known(eastM?.[i]) !== null
      )
        rows.push(i);
    return { field, rows };
  });
});
