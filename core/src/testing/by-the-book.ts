/** A takeoff and a landing as the distances of a handbook are flown: full power, the nose up in time; idle, firm brakes. */
import type { DistanceRow } from '../airplane/book.ts';
import type { Airplane } from '../airplane/schema.ts';
import { standardTemperatureC } from '../atmosphere/atmosphere.ts';
import { targetCard } from '../brief/target-card.ts';
import { beginFlight, type Flight, layRunway, type Weather } from '../flight/model/flight.ts';
import { trimFlight } from '../flight/model/trim.ts';
import { type Cockpit, flapsOf, flyOut, pilotFor, type Script, until } from '../flight/pilot/cockpit.ts';
import { type Airfield, beside, heightFt, stand } from '../fly/airfield.ts';
import { finalApproach, land } from '../fly/final.ts';
import { airframeFor } from '../fly/fly.ts';
import { rollOut, takeOff } from '../fly/ground-run.ts';
import { approachKiasOf } from '../fly/speeds.ts';
import { DEFAULT_STANDARD_ID, findStandard } from '../standards/standards.ts';
import { FT_TO_M } from '../units/convert.ts';

type Day = Pick<DistanceRow, 'pressureAltitudeFt' | 'oatC'>;

/** 14 CFR 23.51 as it stood: 1.2 V_S1 at 50 ft, from memory. */
const AT_50_FT = 1.2;

interface Flown {
  flight: Flight;
  field: Airfield;
}

function fly(
  airplane: Airplane,
  day: Day,
  weather: Weather,
  habit: string,
  stage: number,
  place: (flown: Flown) => void,
  script: (c: Cockpit, field: Airfield) => Script,
  each: (flown: Flown, c: Cockpit) => void,
): Flown {
  const { pressureAltitudeFt: fieldFt, oatC } = day;
  const warmerC = oatC - standardTemperatureC(fieldFt);
  const airframe = airframeFor(airplane, airplane.maxWeightLb);
  const kias = approachKiasOf(airplane);
  const flapsDeg = airplane.flaps[stage - 1]?.deg ?? 0;
  const trimmed = trimFlight(airframe, {
    altitudeFt: fieldFt + 400,
    kias,
    flapsDeg,
    warmerC,
    verticalFpm: -450,
  });
  const flown = {
    flight: beginFlight(airframe, trimmed, { ...weather, warmerC }),
    field: { fieldFt, runwayDeg: 360, northM: 0, eastM: 0 },
  };
  place(flown);
  const card = targetCard({
    airplane,
    standard: findStandard(DEFAULT_STANDARD_ID)!,
    maneuver: 'climb',
    weightLb: airplane.maxWeightLb,
    groundFt: fieldFt,
    headingDeg: 360,
  });
  const settings = { card, habit, skill: 1, entryKias: kias, altitudeFt: fieldFt, headingDeg: 360 };
  const pilot = pilotFor(flown.flight, settings, (c) => script(c, flown.field));
  flyOut(pilot, 200, () => each(flown, pilot.cockpit));
  return flown;
}

/** @returns ft from standing: to where the wheels are off, and to 50 ft. */
export function takeoffFt(airplane: Airplane, day: Day): { groundFt: number; over50Ft: number } {
  const out = { groundFt: Number.NaN, over50Ft: Number.NaN };
  fly(
    airplane,
    day,
    {},
    'none',
    airplane.takeoffStage ?? 0,
    ({ flight, field }) => stand(flight, field, 360),
    function* (c, field) {
      yield* takeOff(c, field, {
        flapsDeg: flapsOf(c, airplane.takeoffStage ?? 0),
        climbKias: AT_50_FT * airplane.vs1Kias,
        awayDeg: 9,
      });
      yield* until(c, 30, () => heightFt(c, field) > 50);
    },
    ({ flight, field }, c) => {
      const goneFt = beside(flight, field).alongM / FT_TO_M;
      const highFt = heightFt(c, field);
      if (Number.isNaN(out.groundFt) && flight.motion.onWheels === 0 && highFt > 0.5) out.groundFt = goneFt;
      if (Number.isNaN(out.over50Ft) && highFt > 50) out.over50Ft = goneFt;
    },
  );
  return out;
}

interface Touched {
  /** From the touch, and from 50 ft, to standing, ft. */
  groundFt: number;
  over50Ft: number;
  kias: number;
  /** Degrees right of the runway. */
  noseDeg: number;
  /** Most of the loads after the touch. */
  loadG: number;
  sideG: number;
  /** Seconds in the air again. */
  bouncedS: number;
  /** Furthest from the middle while it rolled, ft. */
  offFt: number;
}

/** A landing from 400 ft with the airplane's full flaps, at its approach speed. */
export function touched(airplane: Airplane, day: Day, weather: Weather = {}, habit = 'none'): Touched {
  const out: Touched = {
    groundFt: Number.NaN,
    over50Ft: Number.NaN,
    kias: Number.NaN,
    noseDeg: Number.NaN,
    loadG: 0,
    sideG: 0,
    bouncedS: 0,
    offFt: 0,
  };
  const at = { touchFt: Number.NaN, fiftyFt: Number.NaN };
  const end = fly(
    airplane,
    day,
    weather,
    habit,
    airplane.flaps.length,
    ({ flight, field }) => {
      layRunway(flight, field.fieldFt * FT_TO_M);
      flight.state.northM = -1625;
    },
    function* (c, field) {
      // As the distances are flown: the book's speed, and idle from 50 ft.
      const byTheBook = habit === 'none' && !weather.windKt;
      const final = finalApproach(c, field, byTheBook ? { spareKt: 0 } : {});
      while (!(byTheBook && heightFt(c, field) < 50) && !final.next().done) yield;
      yield* land(c, field);
      at.touchFt = beside(c.flight, field).alongM / FT_TO_M;
      out.kias = c.seen.kias;
      out.noseDeg = ((c.seen.headingDeg + 180) % 360) - 180;
      yield* rollOut(c, field, 1, 1);
    },
    ({ flight, field }, c) => {
      if (Number.isNaN(at.fiftyFt) && heightFt(c, field) < 50)
        at.fiftyFt = beside(flight, field).alongM / FT_TO_M;
      if (Number.isNaN(at.touchFt)) return;
      out.loadG = Math.max(out.loadG, -flight.motion.downG);
      out.sideG = Math.max(out.sideG, Math.abs(flight.motion.sideG));
      out.offFt = Math.max(out.offFt, Math.abs(beside(flight, field).leftM) / FT_TO_M);
      if (flight.motion.onWheels === 0) out.bouncedS += 1 / 120;
    },
  );
  const stopFt = beside(end.flight, end.field).alongM / FT_TO_M;
  return { ...out, groundFt: stopFt - at.touchFt, over50Ft: stopFt - at.fiftyFt };
}
