/** Steady flight: the controls and attitude at which nothing changes, by Newton's method. */
import { Matrix, solve } from 'ml-matrix';
import { type InputCodes, InputError } from '../../errors.ts';
import { radians } from '../../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import { tasOfIas } from './air-data.ts';
import { type Airframe, PANELS } from './airframe.ts';
import { lookAt, type Motion, noMotion, stillAir } from './motion.ts';
import { type Controls, neutralControls, type State, setAttitude, stillState } from './state.ts';

export interface TrimPoint {
  altitudeFt: number;
  kias: number;
  headingDeg?: number;
  flapsDeg?: number;
  warmerC?: number;
  /** Wanted climb, ft/min; with `throttle` given it is an outcome. */
  verticalFpm?: number;
  throttle?: number;
  /** A level, coordinated turn at this bank. */
  bankDeg?: number;
}

export interface Trimmed {
  state: State;
  controls: Controls;
  verticalFpm: number;
}

/** How much of the induced and wake states are worked out at once: they settle in a few rounds. */
const ROUNDS = 4;

/** Sets the states that lag to what they tend to, and looks. */
function lookSettled(state: State, airframe: Airframe, controls: Controls, warmerC: number, motion: Motion) {
  const air = stillAir(warmerC);
  for (let round = 0; round < ROUNDS; round++) {
    lookAt(state, airframe, controls, air, motion);
    for (let i = 0; i < PANELS; i++) state.attached[i] = motion.wing.wanted[i];
    state.wingCl = motion.wing.cl;
    state.downwashRad = airframe.downwash * motion.wing.cl;
  }
  lookAt(state, airframe, controls, air, motion);
}

/**
 * Trimmed straight flight (or a steady turn) with the elevator at rest and the trim doing the work.
 * @throws InputError when the airplane cannot fly so.
 */
export function trimFlight(airframe: Airframe, point: TrimPoint): Trimmed {
  const { altitudeFt, kias, flapsDeg = 0, warmerC = 0, bankDeg = 0 } = point;
  const state = stillState();
  const controls = { ...neutralControls(), flapsDeg };
  const motion = noMotion();
  state.altitudeM = altitudeFt * FT_TO_M;
  state.flapsDeg = flapsDeg;
  const speed = tasOfIas(airframe, kias, flapsDeg, altitudeFt, warmerC) * KT_TO_MPS;
  const heading = radians(point.headingDeg ?? 360);
  const { fixed, ratedTurns } = {
    fixed: airframe.model.propeller.kind === 'fixed-pitch',
    ratedTurns: airframe.model.engine.ratedTurns,
  };

  // Angle of attack, elevator (as trim), power, aileron, rudder, bank or sideslip, turns, climb.
  const x = [radians(4), 0, 0.5, 0, 0, 0, 0.75 * ratedTurns];
  const turning = bankDeg !== 0;
  const place = (values: readonly number[]): number[] => {
    const [alpha, trim, sixth, aileron, rudder, seventh, turns] = values;
    // Straight: the bank that balances the side forces. Turning: the sideslip that does.
    const bank = turning ? radians(bankDeg) : seventh;
    const beta = turning ? seventh : 0;
    const climb = point.throttle === undefined ? ((point.verticalFpm ?? 0) * FT_TO_M) / 60 / speed : sixth;
    state.u = speed * Math.cos(alpha) * Math.cos(beta);
    state.v = speed * Math.sin(beta);
    state.w = speed * Math.sin(alpha) * Math.cos(beta);
    const pitch = pitchFor(alpha, beta, bank, climb);
    setAttitude(state, bank, pitch, heading);
    const rate = turning ? (9.80665 * Math.tan(bank)) / speed : 0;
    state.p = -rate * Math.sin(pitch);
    state.q = rate * Math.sin(bank) * Math.cos(pitch);
    state.r = rate * Math.cos(bank) * Math.cos(pitch);
    controls.throttle = point.throttle ?? sixth;
    state.throttle = controls.throttle;
    controls.trim = trim;
    controls.aileron = aileron;
    controls.rudder = rudder;
    state.turns = turns;
    lookSettled(state, airframe, { ...controls, elevator: 0 }, warmerC, motion);
    return [
      motion.uDot,
      motion.wDot,
      motion.qDot * 3,
      motion.vDot,
      motion.pDot * 3,
      motion.rDot * 3,
      motion.power.turnsRate,
    ];
  };
  let residual = place(x);
  for (let round = 0; round < 30 && norm(residual) > 1e-9; round++) {
    const jacobian = new Matrix(7, 7);
    for (let column = 0; column < 7; column++) {
      const nudged = [...x];
      const step = column === 6 ? 1e-3 : 1e-5;
      nudged[column] += step;
      const moved = place(nudged);
      for (let row = 0; row < 7; row++) jacobian.set(row, column, (moved[row] - residual[row]) / step);
    }
    const change = solve(jacobian, Matrix.columnVector(residual)).to1DArray();
    // A long way is walked in short steps: the curves bend.
    const most = Math.max(...change.map((c, i) => Math.abs(c) / (i === 6 ? 12 : 0.25)), 1);
    for (let i = 0; i < 7; i++) x[i] -= change[i] / most;
    x[6] = clamp(x[6], 3, 3 * ratedTurns);
    residual = place(x);
  }
  if (!(norm(residual) < 1e-3) || controls.throttle > 1.2 || (fixed && controls.throttle < -0.2))
    throw new InputError('airplane/no-trim', untrimmed(airframe, point));
  // What the trim's range does not reach, the elevator holds.
  const whole = controls.trim * airframe.power.trim;
  controls.trim = clamp(controls.trim, -1, 1);
  controls.elevator = (whole - controls.trim * airframe.power.trim) / airframe.power.elevator;
  if (Math.abs(controls.elevator) > 1) throw new InputError('airplane/no-trim', untrimmed(airframe, point));
  controls.throttle = clamp(controls.throttle, 0, 1);
  const climb = point.throttle === undefined ? undefined : x[2];
  return {
    state,
    controls,
    verticalFpm: climb === undefined ? (point.verticalFpm ?? 0) : (climb * speed * 60) / FT_TO_M,
  };
}

const untrimmed = (
  airframe: Airframe,
  { kias, altitudeFt, flapsDeg = 0 }: TrimPoint,
): InputCodes['airplane/no-trim'] => ({ airplane: airframe.airplane.id, kias, altitudeFt, flapsDeg });

/** The pitch at which the flight path climbs by `climb` rad, for an angle of attack, sideslip and bank. */
function pitchFor(alpha: number, beta: number, bank: number, climb: number): number {
  const a = Math.cos(alpha) * Math.cos(beta);
  const b = Math.sin(bank) * Math.sin(beta) + Math.cos(bank) * Math.sin(alpha) * Math.cos(beta);
  const s = Math.sin(climb);
  return Math.atan((a * b + s * Math.sqrt(a * a - s * s + b * b)) / (a * a - s * s));
}

const norm = (values: readonly number[]): number => Math.sqrt(values.reduce((sum, v) => sum + v * v, 0));

/** The airplane with its tabs set so that it flies straight in cruise with neutral controls. */
export function rigged(airframe: Airframe, altitudeFt = 4000): Airframe {
  const kias = 0.92 * airframe.airplane.vaKiasAtMax;
  const { controls } = trimFlight(airframe, { altitudeFt, kias });
  return { ...airframe, tabs: { aileron: controls.aileron, rudder: controls.rudder } };
}
