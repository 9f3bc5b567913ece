/**
 * How the device is turned and moves, from its rates and forces between fixes and from the velocity that the fixes tell: a
 * Kalman filter whose rotation error is a small turn in north, east, down (a multiplicative filter, after Markley and
 * Crassidis; from memory), with the sensors' biases as states. Rates are followed sample by sample; the covariance goes in
 * fifths of a second.
 */
import { G0_MPS2 } from '../../units/convert.ts';
import { cosines, ofVector, type Quaternion, times, unit } from './rotation.ts';

/** Of the error state: turn, velocity, height, bias of the rates, bias of the forces. */
export const STATES = 13;
export const TURN = 0;
const VELOCITY = 3;
const HEIGHT = 6;
const RATE_BIAS = 7;
const FORCE_BIAS = 10;
const N = STATES;

export interface Motion {
  q: Quaternion;
  /** North, east, down, m/s. */
  velocity: Float64Array;
  heightM: number;
  /** rad/s and m/s². */
  rateBias: Float64Array;
  forceBias: Float64Array;
}

export interface Samples {
  timeS: Float64Array;
  /** m/s², three axes. */
  force: readonly [Float64Array, Float64Array, Float64Array];
  /** rad/s. */
  rate: readonly [Float64Array, Float64Array, Float64Array];
}

/** What the sensors scatter, one sigma over a second. */
export interface Scatter {
  ratePerRootS: number;
  forcePerRootS: number;
}

/** How much biases wander, one sigma over a second: rad/s and m/s². */
const RATE_BIAS_WANDERS = 6e-5;
const FORCE_BIAS_WANDERS = 1e-3;
const STEP_S = 0.2;

/** One fix: the velocity over the ground and the height, with their errors. */
export interface Fix {
  timeS: number;
  north: number;
  east: number;
  heightM: number;
  speedErrorMps: number;
  heightErrorM: number;
}

/** Turns on by a small turn in the device's own axes, in place. */
function turnOn(q: Quaternion, w: number, x: number, y: number, z: number): void {
  const [a, b, c, d] = [q[0], q[1], q[2], q[3]];
  q[0] = a * w - b * x - c * y - d * z;
  q[1] = a * x + b * w + c * z - d * y;
  q[2] = a * y - b * z + c * w + d * x;
  q[3] = a * z + b * y - c * x + d * w;
}

export class AttitudeFilter {
  readonly p = new Float64Array(N * N);
  /** What a small error at the last mark has become since. */
  readonly phi = new Float64Array(N * N);
  /** Twice the logarithm of how unlikely the fixes were. */
  unlikely = 0;
  /** Squares of what fixes were off by in their own errors, and how many. */
  squares = 0;
  fixes = 0;
  private readonly r = new Float64Array(9);
  private readonly sumR = new Float64Array(9);
  private readonly sumF = new Float64Array(3);
  private readonly gain = new Float64Array(N);
  private readonly row = new Float64Array(N);

  constructor(
    readonly motion: Motion,
    errors: readonly number[],
    private readonly scatter: Scatter,
  ) {
    errors.forEach((error, i) => {
      this.p[i * N + i] = error * error;
    });
    this.mark();
  }

  mark(): void {
    this.phi.fill(0);
    for (let i = 0; i < N; i++) this.phi[i * N + i] = 1;
  }

  /** Through the samples from one moment to another. */
  advance(samples: Samples, fromS: number, toS: number, firstRow: number): number {
    const { timeS } = samples;
    let row = firstRow;
    let atS = fromS;
    let steppedS = 0;
    while (atS < toS - 1e-9) {
      while (row < timeS.length - 1 && timeS[row + 1] <= atS + 1e-9) row++;
      const nextS = Math.min(toS, row < timeS.length - 1 ? timeS[row + 1] : toS);
      const dt = nextS - atS;
      if (dt <= 0) break;
      this.step(samples, row, dt);
      steppedS += dt;
      atS = nextS;
      if (steppedS >= STEP_S || atS >= toS - 1e-9) {
        this.spread(steppedS);
        steppedS = 0;
      }
    }
    return row;
  }

  /** A sample stands for the way to the next one: the mean of both is nearer to it. Written out: it is done for every sample. */
  private step({ force, rate }: Samples, row: number, dt: number): void {
    const { motion, r, sumR, sumF } = this;
    const { q, velocity, rateBias, forceBias } = motion;
    const next = Math.min(row + 1, force[0].length - 1);
    const h = 0.25 * dt;
    const [x, y, z] = [
      h * (0.5 * (rate[0][row] + rate[0][next]) - rateBias[0]),
      h * (0.5 * (rate[1][row] + rate[1][next]) - rateBias[1]),
      h * (0.5 * (rate[2][row] + rate[2][next]) - rateBias[2]),
    ];
    // Half of a small turn, to the third order: a sample's is under a degree.
    const w = 1 - 0.5 * (x * x + y * y + z * z);
    turnOn(q, w, x, y, z);
    cosines(q, r);
    const fx = 0.5 * (force[0][row] + force[0][next]) - forceBias[0];
    const fy = 0.5 * (force[1][row] + force[1][next]) - forceBias[1];
    const fz = 0.5 * (force[2][row] + force[2][next]) - forceBias[2];
    for (let i = 0; i < 3; i++) {
      const f = r[3 * i] * fx + r[3 * i + 1] * fy + r[3 * i + 2] * fz;
      sumF[i] += dt * f;
      if (i === 2) motion.heightM -= dt * (velocity[2] + 0.5 * dt * (f + G0_MPS2));
      velocity[i] += dt * (i === 2 ? f + G0_MPS2 : f);
      for (let k = 0; k < 3; k++) sumR[3 * i + k] += dt * r[3 * i + k];
    }
    turnOn(q, w, x, y, z);
    unit(q);
  }

  /** Errors grow: a turned device feels gravity elsewhere, biases turn it and push it. */
  private spread(dt: number): void {
    const { p, phi, sumR, sumF, scatter } = this;
    this.rows(p, dt);
    this.columns(p, dt);
    this.rows(phi, dt);
    const [turn, push] = [scatter.ratePerRootS ** 2 * dt, scatter.forcePerRootS ** 2 * dt];
    for (let i = 0; i < 3; i++) {
      p[(TURN + i) * N + TURN + i] += turn;
      p[(VELOCITY + i) * N + VELOCITY + i] += push;
      p[(RATE_BIAS + i) * N + RATE_BIAS + i] += RATE_BIAS_WANDERS ** 2 * dt;
      p[(FORCE_BIAS + i) * N + FORCE_BIAS + i] += FORCE_BIAS_WANDERS ** 2 * dt;
    }
    sumR.fill(0);
    sumF.fill(0);
  }

  /** The step's matrix times another, in place: velocity and height first, since they take the turn as it was. */
  private rows(m: Float64Array, dt: number): void {
    const { sumR, sumF } = this;
    const [x, y, z] = [sumF[0], sumF[1], sumF[2]];
    for (let c = 0; c < N; c++) {
      const [a, b, d] = [m[TURN * N + c], m[(TURN + 1) * N + c], m[(TURN + 2) * N + c]];
      const [ra, rb, rd] = [m[RATE_BIAS * N + c], m[(RATE_BIAS + 1) * N + c], m[(RATE_BIAS + 2) * N + c]];
      const [fa, fb, fd] = [m[FORCE_BIAS * N + c], m[(FORCE_BIAS + 1) * N + c], m[(FORCE_BIAS + 2) * N + c]];
      m[HEIGHT * N + c] -= dt * m[(VELOCITY + 2) * N + c];
      m[VELOCITY * N + c] += b * z - d * y - (sumR[0] * fa + sumR[1] * fb + sumR[2] * fd);
      m[(VELOCITY + 1) * N + c] += d * x - a * z - (sumR[3] * fa + sumR[4] * fb + sumR[5] * fd);
      m[(VELOCITY + 2) * N + c] += a * y - b * x - (sumR[6] * fa + sumR[7] * fb + sumR[8] * fd);
      m[TURN * N + c] -= sumR[0] * ra + sumR[1] * rb + sumR[2] * rd;
      m[(TURN + 1) * N + c] -= sumR[3] * ra + sumR[4] * rb + sumR[5] * rd;
      m[(TURN + 2) * N + c] -= sumR[6] * ra + sumR[7] * rb + sumR[8] * rd;
    }
  }

  private columns(m: Float64Array, dt: number): void {
    const { sumR, sumF } = this;
    const [x, y, z] = [sumF[0], sumF[1], sumF[2]];
    for (let at = 0; at < N * N; at += N) {
      const [a, b, d] = [m[at + TURN], m[at + TURN + 1], m[at + TURN + 2]];
      const [ra, rb, rd] = [m[at + RATE_BIAS], m[at + RATE_BIAS + 1], m[at + RATE_BIAS + 2]];
      const [fa, fb, fd] = [m[at + FORCE_BIAS], m[at + FORCE_BIAS + 1], m[at + FORCE_BIAS + 2]];
      m[at + HEIGHT] -= dt * m[at + VELOCITY + 2];
      m[at + VELOCITY] += b * z - d * y - (sumR[0] * fa + sumR[1] * fb + sumR[2] * fd);
      m[at + VELOCITY + 1] += d * x - a * z - (sumR[3] * fa + sumR[4] * fb + sumR[5] * fd);
      m[at + VELOCITY + 2] += a * y - b * x - (sumR[6] * fa + sumR[7] * fb + sumR[8] * fd);
      m[at + TURN] -= sumR[0] * ra + sumR[1] * rb + sumR[2] * rd;
      m[at + TURN + 1] -= sumR[3] * ra + sumR[4] * rb + sumR[5] * rd;
      m[at + TURN + 2] -= sumR[6] * ra + sumR[7] * rb + sumR[8] * rd;
    }
  }

  hear(fix: Fix): void {
    const { velocity } = this.motion;
    this.observe(VELOCITY, fix.north - velocity[0], fix.speedErrorMps);
    this.observe(VELOCITY + 1, fix.east - velocity[1], fix.speedErrorMps);
    this.observe(HEIGHT, fix.heightM - this.motion.heightM, fix.heightErrorM, false);
  }

  /** One state is known to be off by so much. A fix that is far out is believed the less. */
  private observe(state: number, off: number, error: number, counts = true): void {
    if (Number.isNaN(off)) return;
    const { p } = this;
    const known = p[state * N + state];
    let spread = known + error * error;
    const outBy = (off * off) / spread;
    if (counts) {
      this.unlikely += outBy + Math.log(spread);
      this.squares += Math.min(outBy, FAR_OUT);
      this.fixes++;
    }
    if (outBy > FAR_OUT) spread *= outBy / FAR_OUT;
    const { gain, row } = this;
    for (let i = 0; i < N; i++) {
      gain[i] = p[i * N + state] / spread;
      row[i] = p[state * N + i];
    }
    for (let i = 0; i < N; i++) for (let k = 0; k < N; k++) p[i * N + k] -= gain[i] * row[k];
    for (let i = 0; i < N; i++)
      for (let k = i + 1; k < N; k++) p[i * N + k] = p[k * N + i] = (p[i * N + k] + p[k * N + i]) / 2;
    for (let i = 0; i < N; i++) gain[i] *= off;
    correct(this.motion, gain);
  }
}

const FAR_OUT = 25;

/** A motion put right by an error. */
export function correct(motion: Motion, by: Float64Array): void {
  motion.q = unit(times(ofVector(by[TURN], by[TURN + 1], by[TURN + 2]), motion.q));
  for (let i = 0; i < 3; i++) {
    motion.velocity[i] += by[VELOCITY + i];
    motion.rateBias[i] += by[RATE_BIAS + i];
    motion.forceBias[i] += by[FORCE_BIAS + i];
  }
  motion.heightM += by[HEIGHT];
}

export const copyMotion = (motion: Motion): Motion => ({
  q: motion.q.slice(),
  velocity: motion.velocity.slice(),
  heightM: motion.heightM,
  rateBias: motion.rateBias.slice(),
  forceBias: motion.forceBias.slice(),
});
