/** On the wheels: out of the apron, along the runway into the air, and back. */
import { groundSpeedMps } from '../flight/model/flight.ts';
import { attitude } from '../flight/model/state.ts';
import { type Cockpit, type Script, until } from '../flight/pilot/cockpit.ts';
import { KT_TO_MPS } from '../units/convert.ts';
import { clamp } from '../units/numbers.ts';
import { type Airfield, beside, heightFt, near, onTrack } from './airfield.ts';
import { climbKiasOf, rotateKiasOf } from './speeds.ts';

/** Power of the run-up, and what one magneto alone, twice takes of it, s. */
const RUN_UP = [
  [0.45, 10],
  [0.41, 4],
  [0.45, 5],
  [0.41, 4],
  [0.45, 6],
] as const;
const TAXI_KT = 12;
const TURNING_KT = 6;
/** A wind that wants the whole stick, m/s. */
const WINDY_MPS = 8;
/** Nose of the climb-away, before there is the speed for more, deg. */
const LIFT_OFF_DEG = 7;
const ROTATE_DEG = 10;
/** Back pressure that takes the weight off the nose wheel, and from so far below the speed to rotate, kt. */
const LIGHT_PULL = 0.16;
const LIGHT_KT = 4;
/** Back pressure after the touch. */
const NOSE_LIGHT = 0.15;

export const onWheels = (c: Cockpit): boolean => c.flight.motion.onWheels > 0;

export const groundKt = ({ flight }: Cockpit): number => groundSpeedMps(flight) / KT_TO_MPS;

/** The stick at rest, the ailerons keeping the wings level. */
function rolling(c: Cockpit): void {
  c.aim.pitch = { by: 'stick', elevator: 0 };
  c.aim.bank = { by: 'bank', deg: 0 };
  c.aim.trims = false;
  c.aim.heedsWarning = false;
}

function taxi(c: Cockpit, kt: number): void {
  rolling(c);
  Object.assign(c.aim.roll, { taxiKt: kt, brakes: 0, mostDegPerS: 12 });
}

/** Climb into the wind, dive away from it: the stick for the wind on this heading. */
function stickForWind(c: Cockpit): void {
  const { windNorthMps: north, windEastMps: east, state } = c.flight;
  const { heading } = attitude(state);
  const ahead = -(north * Math.cos(heading) + east * Math.sin(heading));
  const right = north * Math.sin(heading) - east * Math.cos(heading);
  const size = clamp(Math.hypot(ahead, right) / WINDY_MPS, 0, 1) * (Math.abs(right) > 1 ? 1 : 0);
  c.aim.bank = { by: 'stick', aileron: size * Math.sign(right) * (ahead < 0 ? -1 : 1) };
  c.aim.pitch = { by: 'stick', elevator: ahead < 0 ? -0.5 * size : 0 };
}

/** Goes on taxiing for a time. */
function* onward(c: Cockpit, seconds: number): Script {
  yield* until(
    c,
    seconds,
    () => false,
    () => stickForWind(c),
  );
}

/** Stands with the engine running, taxis out, runs the engine up and lines up. */
export function* taxiOut(c: Cockpit, field: Airfield): Script {
  c.mark('parked');
  c.aim.roll.deg = c.seen.headingDeg;
  taxi(c, 0);
  yield* onward(c, 40);
  c.mark('taxi');
  taxi(c, TAXI_KT);
  yield* onward(c, 45);
  yield* turnOnGround(c, field.runwayDeg - 90);
  yield* onward(c, 20);
  taxi(c, 0);
  yield* until(
    c,
    20,
    () => groundKt(c) < 0.5,
    () => stickForWind(c),
  );
  // The engine is run up short of the runway.
  Object.assign(c.aim.roll, { taxiKt: null, brakes: 1 });
  for (const [throttle, seconds] of RUN_UP) {
    c.aim.power = { by: 'throttle', throttle };
    yield* onward(c, seconds);
  }
  c.aim.power = { by: 'throttle', throttle: 0 };
  yield* onward(c, 3);
  taxi(c, TURNING_KT);
  yield* onward(c, 6);
  yield* turnOnGround(c, field.runwayDeg);
  field.northM = c.flight.state.northM;
  field.eastM = c.flight.state.eastM;
  taxi(c, 0);
  yield* onward(c, 5);
}

function* turnOnGround(c: Cockpit, deg: number): Script {
  const fast = c.aim.roll.taxiKt;
  c.aim.roll.taxiKt = TURNING_KT;
  c.aim.roll.deg = near(c, deg);
  yield* until(
    c,
    60,
    () => Math.abs(c.aim.roll.deg - c.seen.headingDeg) < 1.5,
    () => stickForWind(c),
  );
  c.aim.roll.taxiKt = fast;
}

/** Keeps to the middle of the runway. */
export function alongRunway(c: Cockpit, field: Airfield): void {
  c.aim.roll.deg = near(c, field.runwayDeg) + clamp(1.2 * beside(c.flight, field).leftM, -6, 6);
}

/** On along the runway's line, whatever the wind, once it is clear of the ground. */
export function straightOut(c: Cockpit, field: Airfield): void {
  if (heightFt(c, field) < 20) return;
  const { leftM } = beside(c.flight, field);
  c.aim.bank = { by: 'heading', deg: onTrack(c, field.runwayDeg + clamp(leftM / 6, -15, 15)), mostDeg: 10 };
}

/** How a takeoff is flown: flaps, and the speed of the first climb; the usual one is clean, at V_Y. */
interface Technique {
  flapsDeg?: number;
  climbKias?: number;
  /** Nose held from the lift-off until there is that speed, deg. */
  awayDeg?: number;
}

/** From the line-up, or from a roll, into the climb. */
export function* takeOff(c: Cockpit, field: Airfield, technique: Technique = {}): Script {
  const { airplane } = c.flight.airframe;
  c.mark('takeoff');
  rolling(c);
  c.aim.power = { by: 'throttle', throttle: 1 };
  c.aim.flapsDeg = technique.flapsDeg ?? 0;
  Object.assign(c.aim.roll, { taxiKt: null, brakes: 0, mostDegPerS: 6 });
  c.flight.controls.trim = 0.05;
  const rotate = rotateKiasOf(airplane);
  yield* until(
    c,
    60,
    () => c.seen.kias > rotate,
    () => {
      alongRunway(c, field);
      // The nose is kept light on the way.
      c.aim.pitch = { by: 'stick', elevator: c.seen.kias > rotate - LIGHT_KT ? LIGHT_PULL : 0 };
    },
  );
  c.aim.pitch = { by: 'attitude', deg: ROTATE_DEG, degPerS: 4 };
  yield* until(
    c,
    20,
    () => !onWheels(c),
    () => alongRunway(c, field),
  );
  c.mark('lift-off');
  const climbKias = technique.climbKias ?? climbKiasOf(airplane);
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg), mostDeg: 10 };
  c.aim.rudder = { by: 'ball' };
  c.aim.trims = true;
  // A gentle climb first, until there is the speed for more.
  c.aim.pitch = { by: 'attitude', deg: technique.awayDeg ?? LIFT_OFF_DEG, degPerS: 2 };
  yield* until(
    c,
    25,
    () => c.seen.kias > climbKias - 5,
    () => straightOut(c, field),
  );
  c.aim.heedsWarning = true;
  c.aim.pitch = { by: 'speed', kias: climbKias };
}

/** Straight along the runway with the flaps coming up, the nose wheel kept light. */
export function* rollOn(c: Cockpit, field: Airfield, seconds: number): Script {
  rolling(c);
  c.aim.flapsDeg = 0;
  c.aim.power = { by: 'throttle', throttle: 0 };
  Object.assign(c.aim.roll, { taxiKt: null, brakes: 0, mostDegPerS: 6 });
  yield* until(
    c,
    seconds,
    () => false,
    () => {
      alongRunway(c, field);
      c.aim.pitch = { by: 'stick', elevator: NOSE_LIGHT };
    },
  );
}

/** The roll after a landing: straight, the stick held back, then the brakes. */
export function* rollOut(c: Cockpit, field: Airfield, brakes: number, toKt: number): Script {
  yield* rollOn(c, field, 1.5);
  c.aim.roll.brakes = brakes;
  yield* until(
    c,
    60,
    () => groundKt(c) < toKt,
    () => alongRunway(c, field),
  );
}

/** Off the runway and back to the apron. */
export function* taxiIn(c: Cockpit, field: Airfield): Script {
  yield* rollOut(c, field, 0.6, TAXI_KT);
  taxi(c, TAXI_KT);
  yield* turnOnGround(c, field.runwayDeg + 90);
  c.mark('taxi-in');
  yield* onward(c, 15);
  yield* turnOnGround(c, field.runwayDeg + 180);
  yield* onward(c, 70);
  taxi(c, 0);
  c.mark('shut-down');
  yield* onward(c, 40);
}
