/**
 * Wind from turns. Ground velocity is air velocity plus wind: over a turn its tip goes round a circle whose centre is
 * the wind and whose radius is the true airspeed. Fitted by least squares on each turn (Kåsa's circle fit), and the
 * turns' winds smoothed over the flight, each with the weight of its error.
 */
import { inverse, Matrix, solve } from 'ml-matrix';
import { degrees } from '../../units/angles.ts';
import type { Segment } from '../columns/segments.ts';
import { meanOver } from '../columns/span.ts';
import type { GroundVelocity } from './ground-velocity.ts';

export interface TurnWind {
  atS: number;
  /** Mean height of the turn, m; 0 where no height is known. */
  heightM: number;
  /** Where the air goes, m/s. */
  north: number;
  east: number;
  airspeedMps: number;
  /** One standard error of each component, m/s. */
  standardErrorMps: number;
  /** Scatter of the tips about the circle, m/s. */
  scatterMps: number;
  /** How far it agrees with the other turns, 1 to 0: a turn flown while slowing draws no circle, and looks like one. */
  trust: number;
}

const TURNING_DEG_PER_S = 1.5;
const LEAST_TURN_DEG = 150;
const BRIDGE_S = 3;
/** Samples closer than this share their error. */
const CORRELATED_S = 4;
const LEAST_SCATTER_MPS = 0.2;
/** Taxiing is slower than this, a paraglider faster. */
const SLOWEST_MPS = 7;
const FASTEST_MPS = 160;
/** A circle that scatters more than this share of its radius is none. */
const WORST_SCATTER = 0.2;

/** Every turn of at least 150° with the wind that it tells. */
export function turnWinds(
  timeS: Float64Array,
  velocity: GroundVelocity,
  segments: readonly Segment[],
  heightM?: Float64Array,
): TurnWind[] {
  return trusted(
    segments.flatMap((segment) =>
      turningSpans(timeS, velocity, segment).flatMap(
        ([from, to]) => fitCircle(timeS, velocity, from, to, heightM) ?? [],
      ),
    ),
  );
}

/** Rows between which the track turned one way. */
function turningSpans(
  timeS: Float64Array,
  { north, east }: GroundVelocity,
  { from, to }: Segment,
): [number, number][] {
  const spans: [number, number][] = [];
  let begin = -1;
  let last = -1;
  let side = 0;
  let turned = 0;
  const close = () => {
    if (begin >= 0 && Math.abs(turned) >= LEAST_TURN_DEG) spans.push([begin, last + 1]);
    begin = -1;
    turned = 0;
  };
  for (let i = from + 1; i < to; i++) {
    const change = turnBetween(north[i - 1], east[i - 1], north[i], east[i]);
    const rate = change / (timeS[i] - timeS[i - 1]);
    const turning = Math.abs(rate) > TURNING_DEG_PER_S;
    if (begin >= 0 && ((turning && Math.sign(rate) !== side) || timeS[i] - timeS[last] > BRIDGE_S)) close();
    if (!turning) continue;
    if (begin < 0) {
      begin = i - 1;
      side = Math.sign(rate);
    }
    last = i;
    turned += change;
  }
  close();
  return spans;
}

const turnBetween = (n1: number, e1: number, n2: number, e2: number): number =>
  degrees(Math.atan2(n1 * e2 - e1 * n2, n1 * n2 + e1 * e2));

/** |v|² = 2 w·v + c, linear in w and c; the radius follows from c. */
function fitCircle(
  timeS: Float64Array,
  { north, east }: GroundVelocity,
  from: number,
  to: number,
  heightM: Float64Array | undefined,
): TurnWind | undefined {
  const rows = [...Array(to - from).keys()]
    .map((k) => from + k)
    .filter((i) => Number.isFinite(north[i]) && Number.isFinite(east[i]));
  if (rows.length < 8) return undefined;
  const normal = Matrix.zeros(3, 3);
  const right = Matrix.zeros(3, 1);
  for (const i of rows) {
    const row = [2 * north[i], 2 * east[i], 1];
    const square = north[i] ** 2 + east[i] ** 2;
    for (let a = 0; a < 3; a++) {
      right.set(a, 0, right.get(a, 0) + row[a] * square);
      for (let b = 0; b < 3; b++) normal.set(a, b, normal.get(a, b) + row[a] * row[b]);
    }
  }
  const [windNorth, windEast, c] = solve(normal, right).to1DArray();
  const airspeedMps = Math.sqrt(c + windNorth ** 2 + windEast ** 2);
  if (!(airspeedMps > SLOWEST_MPS && airspeedMps < FASTEST_MPS)) return undefined;
  let squares = 0;
  for (const i of rows) squares += (Math.hypot(north[i] - windNorth, east[i] - windEast) - airspeedMps) ** 2;
  const scatterMps = Math.sqrt(squares / Math.max(1, rows.length - 3));
  if (scatterMps > WORST_SCATTER * airspeedMps) return undefined;
  const seconds = timeS[to - 1] - timeS[from];
  const independent = Math.max(3, Math.min(rows.length, seconds / CORRELATED_S));
  // An arc tells its centre badly along its middle: the errors of the fit itself say how badly.
  const covariance = inverse(normal).mul(
    (2 * airspeedMps * Math.max(LEAST_SCATTER_MPS, scatterMps)) ** 2 * (rows.length / independent),
  );
  return {
    atS: (timeS[from] + timeS[to - 1]) / 2,
    heightM: heightM ? meanOver(heightM, { from, to }) || 0 : 0,
    north: windNorth,
    east: windEast,
    airspeedMps,
    standardErrorMps: Math.sqrt((covariance.get(0, 0) + covariance.get(1, 1)) / 2),
    scatterMps,
    trust: 1,
  };
}

/**
 * Variance that a wind gains with time and with height, as a random walk does: about 1 m/s in ten minutes, and in 300 m
 * [common practice; real flights are held against it below].
 */
const DRIFT_PER_S = 1 / 600;
const SHEAR_PER_M = 1 / 300;
/** What one turn's wind differs from the next one's, whatever the time between, m/s. */
const GUSTS_MPS = 0.7;
/**
 * What a flight's circles have in common that is not the wind, m/s, however many they are: speed that changes on the way
 * round as the pilot turns into the wind and out of it, circles shifted on purpose [measured on 30 soaring logs against
 * their drift over whole circles: with it half of them lie within 1.2 standard errors, as they should].
 */
const IN_COMMON_MPS = 0.65;

export interface Wind {
  north: number;
  east: number;
  /** One standard error of each component, m/s. */
  standardErrorMps: number;
}

/** Where in the flight: a wind is of its time and height. */
export type Moment = Pick<TurnWind, 'atS' | 'heightM'>;

const driftBetween = (a: Moment, b: Moment): number =>
  DRIFT_PER_S * Math.abs(a.atS - b.atS) + SHEAR_PER_M * Math.abs(a.heightM - b.heightM);

/** The wind at a time and height, from all turns, the nearer and surer the more. */
function nearWind(turns: readonly TurnWind[], at: Moment): Wind {
  let [north, east, weights] = [0, 0, 0];
  for (const turn of turns) {
    const weight = turn.trust / (turn.standardErrorMps ** 2 + GUSTS_MPS ** 2 + driftBetween(turn, at));
    north += turn.north * weight;
    east += turn.east * weight;
    weights += weight;
  }
  return { north: north / weights, east: east / weights, standardErrorMps: Math.sqrt(1 / weights) };
}

const TRUST_ROUNDS = 4;
/** Further off than so many standard errors a turn counts for less than half. */
const DOUBTED_ERRORS = 2;

/** How far a turn lies from what all the others say of its time and height, in m/s, with the error of that. */
function offOthers(turns: readonly TurnWind[], turn: TurnWind): { offMps: number; errorMps: number } {
  const others = turns.filter((other) => other.atS !== turn.atS);
  const wind = nearWind(others, turn);
  return {
    offMps: Math.hypot(turn.north - wind.north, turn.east - wind.east),
    errorMps: Math.hypot(turn.standardErrorMps, GUSTS_MPS, wind.standardErrorMps),
  };
}

/** Each turn held against all the others, a few times over: reweighted least squares after Cauchy. */
function trusted(turns: readonly TurnWind[]): TurnWind[] {
  if (turns.length < 3) return [...turns];
  let judged = [...turns];
  for (let round = 0; round < TRUST_ROUNDS; round++)
    judged = judged.map((turn) => {
      const { offMps, errorMps } = offOthers(judged, turn);
      return { ...turn, trust: 1 / (1 + (offMps / (DOUBTED_ERRORS * errorMps)) ** 2) };
    });
  return judged;
}

/**
 * How much further apart this flight's turns lie than their errors say, 1 or more: the air had changed more than the walk
 * above allows (Birge's ratio, with the turns' trust).
 */
function restlessness(turns: readonly TurnWind[]): number {
  if (turns.length < 3) return 1;
  let [squares, weights] = [0, 0];
  for (const turn of turns) {
    const { offMps, errorMps } = offOthers(turns, turn);
    // Two components.
    squares += (turn.trust * (offMps / errorMps) ** 2) / 2;
    weights += turn.trust;
  }
  return Math.max(1, Math.sqrt(squares / weights));
}

/** @returns the wind at any moment of the flight, its error what the turns themselves bear out. */
export function windOver(turns: readonly TurnWind[]): (at: Moment) => Wind {
  const ratio = restlessness(turns);
  return (at) => {
    const wind = nearWind(turns, at);
    return { ...wind, standardErrorMps: Math.hypot(ratio * wind.standardErrorMps, IN_COMMON_MPS) };
  };
}

/** Turns nearer to each other than this in time and height are in the same air: another of them adds hardly anything. */
const SAME_AIR_S = 1200;
const SAME_AIR_M = 600;

/**
 * The flight's wind as one figure: the mean over the airs that it turned in, each as its turns say, each as much as they are
 * trusted. Its error is not how well the turns are known but how far the airs lie apart, since the flight saw a few only.
 */
export function meanWind(turns: readonly TurnWind[]): Wind {
  const airs = [...new Set(turns.map(airOf))].map((name) => {
    const inIt = turns.filter((turn) => airOf(turn) === name);
    // Many turns make an air no more than sure.
    return {
      ...windIn(inIt),
      weight: Math.min(
        1,
        inIt.reduce((sum, { trust }) => sum + trust, 0),
      ),
    };
  });
  const sum = (of: (air: (typeof airs)[number]) => number) => airs.reduce((total, air) => total + of(air), 0);
  const weights = sum(({ weight }) => weight);
  const mean = {
    north: sum(({ north, weight }) => north * weight) / weights,
    east: sum(({ east, weight }) => east * weight) / weights,
  };
  const own = sum(({ standardErrorMps, weight }) => (weight * standardErrorMps) ** 2) / weights ** 2;
  const count = weights ** 2 / sum(({ weight }) => weight ** 2);
  const apart =
    sum(({ north, east, weight }) => (weight * ((north - mean.north) ** 2 + (east - mean.east) ** 2)) / 2) /
    weights;
  // From one air alone nobody can tell how the next one blows.
  const between = count > 1.5 ? apart / (count - 1) : 0;
  return { ...mean, standardErrorMps: Math.sqrt(Math.max(own, between) + IN_COMMON_MPS ** 2) };
}

const airOf = ({ atS, heightM }: Moment): string =>
  `${Math.floor(atS / SAME_AIR_S)} ${Math.floor(heightM / SAME_AIR_M)}`;

/** The wind of some turns that is the same for all of them. */
function windIn(turns: readonly TurnWind[]): Wind {
  let [north, east, weights] = [0, 0, 0];
  for (const turn of turns) {
    const weight = turn.trust / (turn.standardErrorMps ** 2 + GUSTS_MPS ** 2);
    north += turn.north * weight;
    east += turn.east * weight;
    weights += weight;
  }
  return { north: north / weights, east: east / weights, standardErrorMps: Math.sqrt(1 / weights) };
}
