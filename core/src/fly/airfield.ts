/** A runway on a field: where an airplane is beside it, and how it stands on the apron. */
import { type Flight, groundVelocity, layRunway } from '../flight/model/flight.ts';
import { lookAt } from '../flight/model/motion.ts';
import { setAttitude } from '../flight/model/state.ts';
import type { Cockpit } from '../flight/pilot/cockpit.ts';
import { degrees, radians, shortestTurnDeg } from '../units/angles.ts';
import { FT_TO_M } from '../units/convert.ts';
import { clamp } from '../units/numbers.ts';

export interface Airfield {
  fieldFt: number;
  runwayDeg: number;
  /** Threshold, m from where positions are counted. */
  northM: number;
  eastM: number;
  /** Of the pattern; left where it is left out, and a thousand feet high. */
  side?: 'left' | 'right';
  patternFt?: number;
}

/** +1 with the pattern to the left of the runway. */
export const sideOf = ({ side }: Pick<Airfield, 'side'>): 1 | -1 => (side === 'right' ? -1 : 1);

/** Along the runway's direction from its threshold, and to the left of it, m. */
export interface Beside {
  alongM: number;
  leftM: number;
}

export function beside({ state }: Flight, { runwayDeg, northM, eastM }: Airfield): Beside {
  const angle = radians(runwayDeg);
  const [north, east] = [state.northM - northM, state.eastM - eastM];
  return {
    alongM: north * Math.cos(angle) + east * Math.sin(angle),
    leftM: north * Math.sin(angle) - east * Math.cos(angle),
  };
}

/** A point beside the runway, m north and east. */
export function pointAt(
  { runwayDeg, northM, eastM }: Airfield,
  { alongM, leftM }: Beside,
): { northM: number; eastM: number } {
  const angle = radians(runwayDeg);
  return {
    northM: northM + alongM * Math.cos(angle) + leftM * Math.sin(angle),
    eastM: eastM + alongM * Math.sin(angle) - leftM * Math.cos(angle),
  };
}

export const heightFt = ({ flight }: Cockpit, { fieldFt }: Airfield): number =>
  flight.state.altitudeM / FT_TO_M - fieldFt;

/** A heading as the nearest one to the airplane's continuous heading. */
export const near = (c: Cockpit, deg: number): number =>
  deg + 360 * Math.round((c.seen.headingDeg - deg) / 360);

/** The heading that makes a track good against the drift that is seen. */
export function onTrack(c: Cockpit, trackDeg: number): number {
  const { north, east } = groundVelocity(c.flight);
  const drift = shortestTurnDeg(c.seen.headingDeg, degrees(Math.atan2(east, north)));
  return near(c, trackDeg) - clamp(drift, -30, 30);
}

/** At rest on its wheels, the engine idling. */
export function stand(flight: Flight, { fieldFt }: Airfield, headingDeg: number): void {
  const { state, airframe } = flight;
  layRunway(flight, fieldFt * FT_TO_M);
  state.altitudeM = fieldFt * FT_TO_M;
  state.turns = (airframe.airplane.idleRpm ?? 700) / 60 / airframe.model.engine.gearRatio;
  state.throttle = 0;
  const heading = radians(headingDeg);
  setAttitude(state, 0, 0, heading);
  const { windNorthMps: north, windEastMps: east } = flight;
  state.u = -(north * Math.cos(heading) + east * Math.sin(heading));
  state.v = north * Math.sin(heading) - east * Math.cos(heading);
  state.w = 0;
  state.p = 0;
  state.q = 0;
  state.r = 0;
  Object.assign(flight.controls, { throttle: 0, elevator: 0, aileron: 0, rudder: 0, brakes: 1 });
  flight.begun = false;
  lookAt(state, airframe, flight.controls, flight.air, flight.motion);
}
