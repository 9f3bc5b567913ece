/** Where the airplane is and how it moves. SI; body axes x forward, y right, z down; the air mass's frame. */
import { PANELS } from './airframe.ts';

/** Positions of the controls. Stick right, stick back, right pedal and trim back are positive, −1 to 1. */
export interface Controls {
  /** 0 to 1. */
  throttle: number;
  elevator: number;
  aileron: number;
  rudder: number;
  /** Nose up is positive. */
  trim: number;
  flapsDeg: number;
  /** 0 to 1. */
  brakes: number;
}

export const neutralControls = (): Controls => ({
  throttle: 0,
  elevator: 0,
  aileron: 0,
  rudder: 0,
  trim: 0,
  flapsDeg: 0,
  brakes: 0,
});

export interface State {
  timeS: number;
  northM: number;
  eastM: number;
  altitudeM: number;
  /** Attitude, earth to body, as a unit quaternion. */
  e0: number;
  e1: number;
  e2: number;
  e3: number;
  /** Velocity of the airplane along its axes, m/s, and its rates, rad/s. */
  u: number;
  v: number;
  w: number;
  p: number;
  q: number;
  r: number;
  /** Propeller turns a second. */
  turns: number;
  /** Attached share of each panel. */
  attached: Float64Array;
  /** Downwash angle at the tail, rad. */
  downwashRad: number;
  /** The wing's lift coefficient a step ago: its induced flow. */
  wingCl: number;
  /** Where flaps and throttle are; they take their time. */
  flapsDeg: number;
  throttle: number;
}

export const stillState = (): State => ({
  timeS: 0,
  northM: 0,
  eastM: 0,
  altitudeM: 0,
  e0: 1,
  e1: 0,
  e2: 0,
  e3: 0,
  u: 0,
  v: 0,
  w: 0,
  p: 0,
  q: 0,
  r: 0,
  turns: 0,
  attached: new Float64Array(PANELS).fill(1),
  downwashRad: 0,
  wingCl: 0.5,
  flapsDeg: 0,
  throttle: 0,
});

export const copyState = (state: State): State => ({ ...state, attached: state.attached.slice() });

/** Bank, pitch and heading in radians; right wing down, nose up and to the right of north positive. */
export function attitude({ e0, e1, e2, e3 }: State): { bank: number; pitch: number; heading: number } {
  return {
    bank: Math.atan2(2 * (e0 * e1 + e2 * e3), 1 - 2 * (e1 * e1 + e2 * e2)),
    pitch: Math.asin(Math.max(-1, Math.min(1, 2 * (e0 * e2 - e3 * e1)))),
    heading: Math.atan2(2 * (e0 * e3 + e1 * e2), 1 - 2 * (e2 * e2 + e3 * e3)),
  };
}

export function setAttitude(state: State, bank: number, pitch: number, heading: number): void {
  const [cb, sb] = [Math.cos(bank / 2), Math.sin(bank / 2)];
  const [cp, sp] = [Math.cos(pitch / 2), Math.sin(pitch / 2)];
  const [ch, sh] = [Math.cos(heading / 2), Math.sin(heading / 2)];
  state.e0 = cb * cp * ch + sb * sp * sh;
  state.e1 = sb * cp * ch - cb * sp * sh;
  state.e2 = cb * sp * ch + sb * cp * sh;
  state.e3 = cb * cp * sh - sb * sp * ch;
}
