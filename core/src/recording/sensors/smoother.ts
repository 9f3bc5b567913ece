/** The filter run forward, then back over its own marks (Rauch, Tung and Striebel; from memory): each moment knows what came after. */
import {
  AttitudeFilter,
  copyMotion,
  correct,
  type Fix,
  type Motion,
  type Samples,
  type Scatter,
  STATES,
  TURN,
} from './attitude-filter.ts';
import { inverse, times, toVector } from './rotation.ts';

const N = STATES;

/** One mark: the motion at a fix, and how well its turn is known: variances and covariances, rad², nine of them. */
export interface Node {
  timeS: number;
  motion: Motion;
  turnCovariance: Float64Array;
}

export interface Smoothed {
  nodes: Node[];
  /** How far out the fixes were on the whole, in what was expected of them: about 1 where the errors are honest. */
  outBy: number;
}

interface Mark {
  timeS: number;
  before: Motion;
  after: Motion;
  pBefore: Float64Array;
  pAfter: Float64Array;
  phi: Float64Array;
}

export function smooth(
  samples: Samples,
  fixes: readonly Fix[],
  start: Motion,
  errors: readonly number[],
  scatter: Scatter,
): Smoothed {
  const filter = new AttitudeFilter(copyMotion(start), errors, scatter);
  const marks: Mark[] = [];
  let row = 0;
  let atS = fixes[0]?.timeS ?? 0;
  for (const fix of fixes) {
    filter.mark();
    row = filter.advance(samples, atS, fix.timeS, row);
    atS = fix.timeS;
    const [before, pBefore, phi] = [copyMotion(filter.motion), filter.p.slice(), filter.phi.slice()];
    filter.hear(fix);
    marks.push({
      timeS: fix.timeS,
      before,
      pBefore,
      phi,
      after: copyMotion(filter.motion),
      pAfter: filter.p.slice(),
    });
  }
  const outBy = filter.fixes > 0 ? filter.squares / filter.fixes : 1;
  return { nodes: backward(marks), outBy };
}

/** What separates two motions, as an error of the second. */
function between(a: Motion, b: Motion): Float64Array {
  const d = new Float64Array(N);
  d.set(toVector(times(a.q, inverse(b.q))), TURN);
  for (let i = 0; i < 3; i++) {
    d[3 + i] = a.velocity[i] - b.velocity[i];
    d[7 + i] = a.rateBias[i] - b.rateBias[i];
    d[10 + i] = a.forceBias[i] - b.forceBias[i];
  }
  d[6] = a.heightM - b.heightM;
  return d;
}

const turnPart = (p: Float64Array): Float64Array =>
  Float64Array.from({ length: 9 }, (_, i) => p[(TURN + Math.floor(i / 3)) * N + TURN + (i % 3)]);

function backward(marks: readonly Mark[]): Node[] {
  const nodes: Node[] = new Array(marks.length);
  let known: { motion: Motion; p: Float64Array } | undefined;
  for (let k = marks.length - 1; k >= 0; k--) {
    const { timeS, after, pAfter } = marks[k];
    const motion = copyMotion(after);
    let p = pAfter;
    const next = marks[k + 1];
    if (next && known) {
      // What is known of the next one, carried back: gain = P Φᵀ (P₋)⁻¹.
      const gain = solveRight(timesTransposed(pAfter, next.phi), next.pBefore);
      correct(motion, timesVector(gain, between(known.motion, next.before)));
      const less = known.p.map((value, i) => value - next.pBefore[i]);
      const back = timesTransposed(timesMatrix(gain, less), gain);
      p = pAfter.map((value, i) => value + back[i]);
    }
    known = { motion, p };
    nodes[k] = { timeS, motion, turnCovariance: turnPart(p) };
  }
  return nodes;
}

function timesMatrix(a: Float64Array, b: Float64Array): Float64Array {
  const c = new Float64Array(N * N);
  for (let i = 0; i < N; i++)
    for (let k = 0; k < N; k++) {
      const x = a[i * N + k];
      if (x !== 0) for (let j = 0; j < N; j++) c[i * N + j] += x * b[k * N + j];
    }
  return c;
}

function timesTransposed(a: Float64Array, b: Float64Array): Float64Array {
  const c = new Float64Array(N * N);
  for (let i = 0; i < N; i++)
    for (let j = 0; j < N; j++) {
      let sum = 0;
      for (let k = 0; k < N; k++) sum += a[i * N + k] * b[j * N + k];
      c[i * N + j] = sum;
    }
  return c;
}

const timesVector = (a: Float64Array, v: Float64Array): Float64Array =>
  Float64Array.from({ length: N }, (_, i) => {
    let sum = 0;
    for (let k = 0; k < N; k++) sum += a[i * N + k] * v[k];
    return sum;
  });

/** A · S⁻¹ for a symmetric S that is positive: by Cholesky's factors, a row of A at a time. */
function solveRight(a: Float64Array, s: Float64Array): Float64Array {
  const l = new Float64Array(N * N);
  for (let i = 0; i < N; i++)
    for (let j = 0; j <= i; j++) {
      let sum = s[i * N + j];
      for (let k = 0; k < j; k++) sum -= l[i * N + k] * l[j * N + k];
      l[i * N + j] = i === j ? Math.sqrt(Math.max(sum, 1e-18)) : sum / l[j * N + j];
    }
  const x = new Float64Array(N * N);
  const y = new Float64Array(N);
  for (let r = 0; r < N; r++) {
    for (let i = 0; i < N; i++) {
      let sum = a[r * N + i];
      for (let k = 0; k < i; k++) sum -= l[i * N + k] * y[k];
      y[i] = sum / l[i * N + i];
    }
    for (let i = N - 1; i >= 0; i--) {
      let sum = y[i];
      for (let k = i + 1; k < N; k++) sum -= l[k * N + i] * x[r * N + k];
      x[r * N + i] = sum / l[i * N + i];
    }
  }
  return x;
}
