/** The airfield: from the apron into the air, round the circuit, and back to the apron, by the usual legs. */
import type { Flight } from '../flight/model/flight.ts';
import { standing } from '../flight/model/ground.ts';
import { setAttitude } from '../flight/model/state.ts';
import { type Cockpit, flapsOf, hold, type Script, until } from '../flight/pilot/cockpit.ts';
import { radians } from '../units/angles.ts';
import { FT_TO_M } from '../units/convert.ts';
import { clamp } from '../units/numbers.ts';

const NM_M = 1852;
/** A left-hand circuit at the usual height and width. */
const CIRCUIT_FT = 1000;
const WIDTH_M = 0.8 * NM_M;
const TURN_AT_FT = 600;
/** Past the threshold before the turn to base. */
const BASE_AFTER_M = 0.75 * NM_M;
const SLOPE = Math.tan(radians(4));
const GO_AROUND_FT = 180;
const FLARE_FT = 26;
const TAXI_KT = 12;

export interface Airfield {
  fieldFt: number;
  runwayDeg: number;
  /** Threshold, m from where positions are counted. */
  northM: number;
  eastM: number;
}

export type Ending = 'go-around' | 'touch-and-go' | 'full-stop';

/** Where the airplane is along the runway's direction from its threshold, and to the left of it, m. */
function place({ flight }: Cockpit, field: Airfield): { alongM: number; leftM: number } {
  const angle = radians(field.runwayDeg);
  const [north, east] = [flight.state.northM - field.northM, flight.state.eastM - field.eastM];
  return {
    alongM: north * Math.cos(angle) + east * Math.sin(angle),
    leftM: north * Math.sin(angle) - east * Math.cos(angle),
  };
}

const heightFt = ({ flight }: Cockpit, { fieldFt }: Airfield): number =>
  flight.state.altitudeM / FT_TO_M - fieldFt;

/** A heading as the nearest one to the airplane's continuous heading. */
const near = (c: Cockpit, deg: number): number => deg + 360 * Math.round((c.seen.headingDeg - deg) / 360);

/** On the apron beside the runway, engine idling. */
export function park(flight: Flight, { fieldFt, runwayDeg }: Airfield): void {
  const { state, airframe } = flight;
  state.altitudeM = fieldFt * FT_TO_M;
  state.turns = (airframe.airplane.idleRpm ?? 700) / 60 / airframe.model.engine.gearRatio;
  state.throttle = 0;
  Object.assign(flight.controls, { throttle: 0, elevator: 0, aileron: 0, rudder: 0 });
  setAttitude(state, 0, 0, radians(runwayDeg + 90));
  flight.wheels = standing();
}

/** Stands with the engine running, taxis out, and lines up. */
export function* taxiOut(c: Cockpit, field: Airfield): Script {
  const { wheels } = c.flight;
  if (!wheels) return;
  c.mark('parked');
  c.aim.power = { by: 'throttle', throttle: 0 };
  yield* hold(c, 40);
  c.mark('taxi');
  wheels.taxiKt = TAXI_KT;
  yield* hold(c, 45);
  yield* turnOnGround(c, field.runwayDeg - 90);
  yield* hold(c, 20);
  // The engine is run up short of the runway.
  wheels.taxiKt = 0;
  c.aim.power = { by: 'throttle', throttle: 0.45 };
  yield* hold(c, 25);
  c.aim.power = { by: 'throttle', throttle: 0 };
  wheels.taxiKt = 6;
  yield* hold(c, 6);
  yield* turnOnGround(c, field.runwayDeg);
  field.northM = c.flight.state.northM;
  field.eastM = c.flight.state.eastM;
  wheels.taxiKt = 0;
  yield* hold(c, 3);
}

function* turnOnGround(c: Cockpit, deg: number): Script {
  const { wheels } = c.flight;
  if (!wheels) return;
  const off = () => ((deg - c.seen.headingDeg + 540) % 360) - 180;
  yield* until(
    c,
    60,
    () => Math.abs(off()) < 1.5,
    () => {
      wheels.turnDegPerS = clamp(off(), -12, 12);
    },
  );
  wheels.turnDegPerS = 0;
}

/** From the line-up, or from a roll, into the climb. */
export function* takeOff(c: Cockpit, field: Airfield): Script {
  const { airplane } = c.flight.airframe;
  c.mark('takeoff');
  c.aim.power = { by: 'throttle', throttle: 1 };
  c.aim.flapsDeg = 0;
  c.flight.runwayM = Number.NEGATIVE_INFINITY;
  c.flight.controls.trim = 0.05;
  const rotateKias = 1.12 * airplane.vs1Kias;
  yield* until(
    c,
    60,
    () => c.flight.wheels === null,
    () => {
      const { wheels } = c.flight;
      if (!wheels) return;
      wheels.taxiKt = null;
      wheels.brakes = 0;
      wheels.noseDeg = c.seen.kias > rotateKias ? 9 : 0;
    },
  );
  c.mark('lift-off');
  const climbKias = airplane.vyKias ?? 1.5 * airplane.vs1Kias;
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg), mostDeg: 10 };
  c.aim.rudder = { by: 'ball' };
  c.aim.trims = true;
  c.aim.heedsWarning = true;
  // A gentle climb first, until there is the speed for more.
  c.aim.pitch = { by: 'attitude', deg: 7, degPerS: 2 };
  yield* until(c, 25, () => c.seen.kias > climbKias - 5);
  c.aim.pitch = { by: 'speed', kias: climbKias };
}

/** Climbs straight out to a height above the field. */
export function* climbOut(c: Cockpit, field: Airfield, toFt = 900): Script {
  yield* until(c, 180, () => heightFt(c, field) > toFt);
}

/** Home to the beginning of the downwind leg, at the circuit's height. */
export function* joinDownwind(c: Cockpit, field: Airfield): Script {
  c.mark('home');
  const angle = radians(field.runwayDeg);
  // A mile and a half beyond the far end, on the downwind side.
  const entry = [2 * NM_M, WIDTH_M + 0.15 * NM_M];
  const target = [
    field.northM + entry[0] * Math.cos(angle) + entry[1] * Math.sin(angle),
    field.eastM + entry[0] * Math.sin(angle) - entry[1] * Math.cos(angle),
  ];
  const downTo = field.fieldFt + CIRCUIT_FT;
  c.aim.flapsDeg = 0;
  const away = () => Math.hypot(target[0] - c.flight.state.northM, target[1] - c.flight.state.eastM);
  const kias = 1.75 * c.flight.airframe.airplane.vs1Kias;
  let level = c.seen.altitudeFt;
  let down = false;
  yield* until(
    c,
    2400,
    () => away() < 500,
    () => {
      const { northM, eastM } = c.flight.state;
      const bearing = (Math.atan2(target[1] - eastM, target[0] - northM) * 180) / Math.PI;
      c.aim.bank = { by: 'heading', deg: near(c, bearing), mostDeg: 22 };
      // Down in good time: five hundred feet a minute, so that it is level before the circuit; and once down, down.
      const minutes = away() / (c.seen.tasKt * 0.5144) / 60;
      const high = c.seen.altitudeFt - downTo;
      if (high < 60) level = downTo;
      else if (high > 450 * (minutes - 1.8)) down = true;
      const descend = down && high >= 60;
      c.aim.pitch = descend ? { by: 'climb', fpm: -550 } : { by: 'altitude', altitudeFt: level };
      c.aim.power = { by: 'speed', throttle: c.throttleFor(kias, { fpm: descend ? -550 : 0 }), kias };
    },
  );
  c.altitudeFt = downTo;
}

/** Crosswind and the turn downwind, from a climb on the runway's heading. */
export function* crosswind(c: Cockpit, field: Airfield): Script {
  yield* until(c, 150, () => heightFt(c, field) > TURN_AT_FT);
  c.aim.bank = { by: 'heading', deg: near(c, c.seen.headingDeg) - 90, mostDeg: 20 };
  c.aim.bank.deg = near(c, field.runwayDeg - 90);
  const level = field.fieldFt + CIRCUIT_FT;
  yield* until(
    c,
    120,
    () => place(c, field).leftM > WIDTH_M - 500,
    () => levelAt(c, level),
  );
}

function levelAt(c: Cockpit, altitudeFt: number): void {
  if (c.seen.altitudeFt < altitudeFt - 60) return;
  const kias = 1.7 * c.flight.airframe.airplane.vs1Kias;
  c.aim.pitch = { by: 'altitude', altitudeFt };
  c.aim.power = { by: 'speed', throttle: c.throttleFor(kias), kias };
}

/** Downwind, base, final, and what comes of it. */
export function* circuit(c: Cockpit, field: Airfield, ending: Ending): Script {
  const { airplane } = c.flight.airframe;
  const approachKias = airplane.approachKias ?? 1.3 * airplane.vs0Kias;
  const reciprocal = field.runwayDeg + 180;
  const altitudeFt = field.fieldFt + CIRCUIT_FT;
  c.mark('downwind');
  c.aim.heedsWarning = true;
  yield* until(
    c,
    240,
    () => place(c, field).alongM < 0,
    () => {
      const off = place(c, field).leftM - WIDTH_M;
      c.aim.bank = { by: 'heading', deg: near(c, reciprocal) - clamp(off / 15, -30, 30), mostDeg: 22 };
      levelAt(c, altitudeFt);
    },
  );
  // Abeam the threshold: power back, the first flaps.
  c.aim.flapsDeg = flapsOf(c, Math.min(1, airplane.flaps.length));
  const down = (kias: number) => () => downTheSlope(c, field, kias);
  yield* until(c, 90, () => place(c, field).alongM < -BASE_AFTER_M, down(approachKias + 10));
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg + 90), mostDeg: 22 };
  yield* until(c, 120, () => place(c, field).leftM < 420, down(approachKias + 5));
  c.mark('final');
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg), mostDeg: 25 };
  yield* until(c, 25, () => Math.abs(c.seen.headingDeg - near(c, field.runwayDeg)) < 25);
  c.aim.flapsDeg = flapsOf(c, airplane.flaps.length);
  const lowest = ending === 'go-around' ? GO_AROUND_FT : FLARE_FT;
  yield* until(
    c,
    150,
    () => heightFt(c, field) < lowest,
    () => {
      const { leftM } = place(c, field);
      c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg) + clamp(leftM / 8, -25, 25), mostDeg: 18 };
      downTheSlope(c, field, approachKias);
    },
  );
  if (ending === 'go-around') {
    yield* goAround(c, field);
    return;
  }
  yield* land(c, field);
  if (ending === 'touch-and-go') {
    yield* hold(c, 6);
    yield* takeOff(c, field);
  } else yield* taxiIn(c, field);
}

/** The steepest that an approach goes down, and the flattest, ft/min. */
const STEEPEST_FPM = -800;
const FLATTEST_FPM = 150;

/** Down the slope along what is left to fly, to a point a little past the threshold; the power holds the speed. */
function downTheSlope(c: Cockpit, field: Airfield, kias: number): void {
  const { alongM, leftM } = place(c, field);
  const leftToFlyM = Math.max(0, 120 - alongM) + Math.max(0, leftM - 200);
  const wantedFt = Math.min(CIRCUIT_FT, (leftToFlyM * SLOPE) / FT_TO_M);
  const high = heightFt(c, field) - wantedFt;
  const alongFpm = wantedFt < CIRCUIT_FT ? -c.seen.tasKt * 101.3 * SLOPE : 0;
  c.aim.pitch = { by: 'climb', fpm: clamp(alongFpm - 6 * high, STEEPEST_FPM, FLATTEST_FPM) };
  c.aim.power = {
    by: 'speed',
    throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg, fpm: -400 }),
    kias,
  };
}

function* goAround(c: Cockpit, field: Airfield): Script {
  const { airplane } = c.flight.airframe;
  const climbKias = airplane.vyKias ?? 1.5 * airplane.vs1Kias;
  c.mark('go-around');
  c.aim.power = { by: 'throttle', throttle: 1 };
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg), mostDeg: 10 };
  c.aim.pitch = { by: 'climb', fpm: 250 };
  for (let stage = airplane.flaps.length - 1; stage >= 0; stage--) {
    yield* hold(c, 4);
    c.aim.flapsDeg = flapsOf(c, stage);
    if (stage === 0) c.aim.pitch = { by: 'speed', kias: climbKias };
  }
}

/** Power off, the nose held off until the wheels take it, and the roll. */
function* land(c: Cockpit, field: Airfield): Script {
  c.flight.runwayM = field.fieldFt * FT_TO_M;
  c.aim.power = { by: 'throttle', throttle: 0 };
  c.aim.heedsWarning = false;
  c.aim.attention = 2;
  const slowKias = 1.1 * c.flight.airframe.airplane.vs0Kias;
  yield* until(
    c,
    40,
    () => c.flight.wheels !== null,
    () => {
      const high = heightFt(c, field);
      // Held off just above the runway until there is no speed left to fly with.
      const fpm = high > 6 ? Math.max(60, 13 * high) : c.seen.kias > slowKias ? 4 * high - 10 : 90;
      c.aim.pitch = { by: 'climb', fpm: -fpm };
    },
  );
  c.mark('touch-down');
  c.aim.flapsDeg = flapsOf(c, 0);
}

function* taxiIn(c: Cockpit, field: Airfield): Script {
  const { wheels } = c.flight;
  if (!wheels) return;
  yield* hold(c, 2);
  wheels.brakes = 0.6;
  yield* until(c, 40, () => wheels.speedMps < 7);
  wheels.taxiKt = TAXI_KT;
  yield* turnOnGround(c, field.runwayDeg + 90);
  c.mark('taxi-in');
  yield* hold(c, 15);
  yield* turnOnGround(c, field.runwayDeg + 180);
  yield* hold(c, 70);
  wheels.taxiKt = 0;
  c.mark('shut-down');
  yield* hold(c, 40);
}
