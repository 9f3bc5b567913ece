/**
 * The device's rotation over one unbroken stretch. Which way it looks nobody says: a dozen filters begin with a dozen headings
 * and are kept for as long as the fixes do not make them unlikely; the one that is left is smoothed twice, the second time
 * with the errors that the first showed.
 */
import { radians } from '../../units/angles.ts';
import {
  AttitudeFilter,
  copyMotion,
  type Fix,
  type Motion,
  type Samples,
  type Scatter,
} from './attitude-filter.ts';
import { inverse, ofAngles, ofVector, type Quaternion, times, toVector, unit } from './rotation.ts';
import { type Node, smooth } from './smoother.ts';

/** Degrees between two beginnings. */
const HEADINGS = 12;
/** How much less likely a beginning may be than the best, in twice the logarithm, before it is given up; or is told apart. */
const GIVEN_UP = 60;
const TOLD_APART = 12;
const FIXES_BETWEEN_LOOKS = 10;
/** Two that have come so near are one, rad. */
const SAME = radians(20);
/** Over this long forces are averaged to find what hangs down, s. */
const HANGING_S = 8;

/** The first smoothing tells the beginning and the errors: a quarter of an hour is enough of it. */
const ROUGH_FIXES = 900;

const START_TILT = radians(8);
const START_HEADING = radians(25);
const AGAIN_HEADING = radians(12);
const RATE_BIAS = radians(0.8);
const FORCE_BIAS = 0.35;
/** Fixes are believed no better and no worse than so many times what was expected of them, squared. */
const [LEAST_OUT, MOST_OUT] = [0.25, 9];

const errorsWith = (heading: number): number[] => [
  START_TILT,
  START_TILT,
  heading,
  1,
  1,
  2,
  10,
  RATE_BIAS,
  RATE_BIAS,
  RATE_BIAS,
  FORCE_BIAS,
  FORCE_BIAS,
  FORCE_BIAS,
];

export interface Attitude {
  nodes: Node[];
  /** The nodes' errors are to be multiplied by it: what the residuals show beyond what was expected. */
  inflation: number;
}

/** @returns undefined where nothing tells which way the device looks. */
export function attitudeOver(
  samples: Samples,
  fixes: readonly Fix[],
  scatter: Scatter,
): Attitude | undefined {
  const start = heard(samples, fixes, scatter);
  if (!start) return undefined;
  const rough = smooth(samples, fixes.slice(0, ROUGH_FIXES), start, errorsWith(START_HEADING), scatter);
  const [first] = rough.nodes;
  if (!first) return undefined;
  const outBy = Math.min(MOST_OUT, Math.max(LEAST_OUT, rough.outBy));
  const honest = fixes.map((fix) => ({ ...fix, speedErrorMps: fix.speedErrorMps * Math.sqrt(outBy) }));
  const fine = smooth(samples, honest, first.motion, errorsWith(AGAIN_HEADING), scatter);
  return { nodes: fine.nodes, inflation: Math.sqrt(Math.max(1, fine.outBy)) };
}

/** How it began, by the one heading of a dozen that the fixes bear out. */
function heard(samples: Samples, fixes: readonly Fix[], scatter: Scatter): Motion | undefined {
  const [first] = fixes;
  if (!first) return undefined;
  const hanging = levelled(samples, first.timeS);
  let trials: Trial[] = Array.from({ length: HEADINGS }, (_, i) => {
    const heading = (2 * Math.PI * i) / HEADINGS;
    const start: Motion = {
      q: unit(times(ofVector(0, 0, heading), hanging)),
      velocity: Float64Array.of(first.north, first.east, 0),
      heightM: Number.isNaN(first.heightM) ? 0 : first.heightM,
      rateBias: new Float64Array(3),
      forceBias: new Float64Array(3),
    };
    return {
      start,
      filter: new AttitudeFilter(copyMotion(start), errorsWith(START_HEADING), scatter),
      row: 0,
    };
  });
  let atS = first.timeS;
  fixes.forEach((fix, k) => {
    if (trials.length === 1) return;
    for (const trial of trials) {
      trial.row = trial.filter.advance(samples, atS, fix.timeS, trial.row);
      trial.filter.hear(fix);
    }
    atS = fix.timeS;
    if (k % FIXES_BETWEEN_LOOKS !== FIXES_BETWEEN_LOOKS - 1) return;
    trials = apart(trials);
  });
  const [best, rival] = apart(trials);
  if (!best) return undefined;
  if (rival && rival.filter.unlikely < best.filter.unlikely + TOLD_APART) return undefined;
  return best.start;
}

interface Trial {
  start: Motion;
  filter: AttitudeFilter;
  row: number;
}

/** The likely ones, the likeliest first; of those that have come to look the same way one. */
function apart(trials: readonly Trial[]): Trial[] {
  const inOrder = trials.toSorted((a, b) => a.filter.unlikely - b.filter.unlikely);
  const kept: Trial[] = [];
  for (const trial of inOrder) {
    if (trial.filter.unlikely > inOrder[0].filter.unlikely + GIVEN_UP) break;
    const { q } = trial.filter.motion;
    if (kept.every(({ filter }) => angleBetween(filter.motion.q, q) > SAME)) kept.push(trial);
  }
  return kept;
}

const angleBetween = (a: Quaternion, b: Quaternion): number => Math.hypot(...toVector(times(inverse(a), b)));

/** Turned so that what hangs down hangs down; looking anywhere. */
function levelled({ timeS, force }: Samples, fromS: number): Quaternion {
  const sum = [0, 0, 0];
  for (let i = 0; i < timeS.length && timeS[i] < fromS + HANGING_S; i++)
    if (timeS[i] >= fromS) for (let k = 0; k < 3; k++) sum[k] -= force[k][i];
  const length = Math.hypot(...sum) || 1;
  const [x, y, z] = sum.map((one) => one / length);
  // The turn that brings the hanging direction onto down.
  const sine = Math.hypot(y, -x);
  const angle = Math.atan2(sine, z);
  return sine < 1e-6
    ? ofAngles(z > 0 ? 0 : Math.PI, 0, 0)
    : ofVector((angle * y) / sine, (-angle * x) / sine, 0);
}

/** At each moment between its marks: followed by its rates from one mark, and brought onto the next bit by bit. */
export function rotationsAt(
  samples: Samples,
  nodes: readonly Node[],
  atS: Float64Array,
): (Quaternion | undefined)[] {
  const found = new Array<Quaternion | undefined>(atS.length);
  let k = 0;
  let row = 0;
  for (let n = 0; n + 1 < nodes.length; n++) {
    const [from, to] = [nodes[n], nodes[n + 1]];
    while (k < atS.length && atS[k] < from.timeS) k++;
    const filter = new AttitudeFilter(copyMotion(from.motion), [], { ratePerRootS: 0, forcePerRootS: 0 });
    const passed: { place: number; q: Quaternion }[] = [];
    let s = from.timeS;
    while (k < atS.length && atS[k] <= to.timeS) {
      row = filter.advance(samples, s, atS[k], row);
      s = atS[k];
      passed.push({ place: k++, q: filter.motion.q.slice() });
    }
    row = filter.advance(samples, s, to.timeS, row);
    const [x, y, z] = toVector(times(to.motion.q, inverse(filter.motion.q)));
    for (const { place, q } of passed) {
      const share = (atS[place] - from.timeS) / (to.timeS - from.timeS);
      found[place] = unit(times(ofVector(share * x, share * y, share * z), q));
    }
  }
  return found;
}
