/** The circuit in the air: round it by the usual legs, down the slope, and what comes of it. */
import { type Cockpit, flapsOf, type Script, until } from '../flight/pilot/cockpit.ts';
import { clamp } from '../units/numbers.ts';
import { type Airfield, beside, heightFt, near, onTrack, pointAt, sideOf } from './airfield.ts';
import type { PatternHabit } from './final.ts';
import { downTheSlope, finalApproach, goAround, land } from './final.ts';
import { rollOn, rollOut, straightOut, takeOff, taxiIn } from './ground-run.ts';
import { approachKiasOf } from './speeds.ts';

const NM_M = 1852;
/** A left-hand circuit at the usual height and width. */
const CIRCUIT_FT = 1000;
const WIDTH_M = 0.8 * NM_M;
const TURN_AT_FT = 600;
/** Past the threshold before the turn to base. */
const BASE_AFTER_M = 1.25 * NM_M;

/** Stopped on the runway, or back on the apron. */
type Ending = 'go-around' | 'touch-and-go' | 'stop' | 'full-stop';

/** One round of it, and what the pilot does wrong in it. */
export interface Circuit {
  ending: Ending;
  habit?: PatternHabit;
}

/** From the runway's line toward the downwind leg, m. */
const outM = ({ flight }: Cockpit, field: Airfield): number => sideOf(field) * beside(flight, field).leftM;

/** Left of downwind before the turn to base, m. */
const turnsInM = ({ flight }: Cockpit, field: Airfield): number =>
  BASE_AFTER_M + beside(flight, field).alongM;

const levelFt = ({ fieldFt, patternFt = CIRCUIT_FT }: Airfield): number => fieldFt + patternFt;

/** Climbs straight out to a height above the field. */
export function* climbOut(c: Cockpit, field: Airfield, toFt = 900): Script {
  yield* until(
    c,
    180,
    () => heightFt(c, field) > toFt,
    () => straightOut(c, field),
  );
}

/** Home to the beginning of the downwind leg, at the circuit's height. */
export function* joinDownwind(c: Cockpit, field: Airfield): Script {
  c.mark('home');
  // A mile and a half beyond the far end, on the downwind side.
  const entry = pointAt(field, { alongM: 2 * NM_M, leftM: sideOf(field) * (WIDTH_M + 0.15 * NM_M) });
  const downTo = levelFt(field);
  c.aim.flapsDeg = 0;
  const away = () => Math.hypot(entry.northM - c.flight.state.northM, entry.eastM - c.flight.state.eastM);
  const kias = 1.75 * c.flight.airframe.airplane.vs1Kias;
  let level = c.seen.altitudeFt;
  let down = false;
  yield* until(
    c,
    2400,
    () => away() < 500,
    () => {
      const { northM, eastM } = c.flight.state;
      const bearing = (Math.atan2(entry.eastM - eastM, entry.northM - northM) * 180) / Math.PI;
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
  yield* until(
    c,
    150,
    () => heightFt(c, field) > TURN_AT_FT,
    () => straightOut(c, field),
  );
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg - 90 * sideOf(field)), mostDeg: 20 };
  const level = levelFt(field);
  yield* until(
    c,
    120,
    () => outM(c, field) > WIDTH_M - 500,
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
  const approachKias = approachKiasOf(airplane);
  const reciprocal = field.runwayDeg + 180;
  const altitudeFt = levelFt(field);
  const side = sideOf(field);
  c.mark('downwind');
  c.aim.heedsWarning = true;
  c.aim.rudder = { by: 'ball' };
  yield* until(
    c,
    240,
    () => beside(c.flight, field).alongM < 0,
    () => {
      const toward = side * clamp((outM(c, field) - WIDTH_M) / 15, -30, 30);
      c.aim.bank = { by: 'heading', deg: onTrack(c, reciprocal - toward), mostDeg: 22 };
      levelAt(c, altitudeFt);
    },
  );
  // Abeam the threshold: power back, the first flaps.
  c.aim.flapsDeg = flapsOf(c, Math.min(1, airplane.flaps.length));
  const down = (kias: number) => () =>
    downTheSlope(c, field, kias, { toTurnM: Math.max(0, turnsInM(c, field)) });
  yield* until(c, 90, () => turnsInM(c, field) < 0, down(approachKias + 10));
  c.mark('base');
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg + 90 * side), mostDeg: 22 };
  yield* until(c, 120, () => outM(c, field) < 420, down(approachKias + 5));
  c.mark('final');
  c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg), mostDeg: 25 };
  if (c.habit('skidded-base')) yield* skidRound(c, field);
  else yield* until(c, 25, () => Math.abs(c.seen.headingDeg - near(c, field.runwayDeg)) < 25);
  yield* finalApproach(c, field, { breaksOff: ending === 'go-around' });
  if (ending === 'go-around') {
    yield* goAround(c, field);
    return;
  }
  yield* land(c, field);
  if (ending === 'touch-and-go') {
    yield* rollOn(c, field, 8);
    yield* takeOff(c, field);
  } else if (ending === 'stop') yield* rollOut(c, field, 0.6, 2);
  else yield* taxiIn(c, field);
}

/** Late for the turn, it is hurried round with the inside foot, the wings held back by the ailerons. */
function* skidRound(c: Cockpit, field: Airfield): Script {
  c.aim.bank = { by: 'bank', deg: -33 * sideOf(field) };
  c.aim.rudder = { by: 'ball', offG: -0.09 * sideOf(field) };
  yield* until(c, 15, () => Math.abs(c.seen.headingDeg - near(c, field.runwayDeg)) < 25);
  c.aim.rudder = { by: 'ball' };
}
