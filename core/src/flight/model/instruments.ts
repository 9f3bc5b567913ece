/** What the airplane's instruments and a recorder's sensors show of a flight, by the recording's channel names. */
import { standardTemperatureC } from '../../atmosphere/atmosphere.ts';
import type { ChannelName } from '../../recording/columns/channels.ts';
import { degrees, wrap360 } from '../../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import { iasOfTas } from './air-data.ts';
import { type Flight, groundVelocity } from './flight.ts';
import { hasManifoldGauge, manifoldInHg } from './powerplant.ts';
import { attitude } from './state.ts';

/** Where the demo's training area lies. Magnetic and true north agree there. */
export interface Origin {
  latDeg: number;
  lonDeg: number;
}
export const TRAINING_AREA: Origin = { latDeg: 54.62, lonDeg: -2.91 };

export const EARTH_RADIUS_M = 6_371_000;
const LONGEST_G = 9;

/** Everything that the flight model knows of, in the channels' units; NaN where the airplane has no such instrument. */
export type Reading = Record<ChannelName, number>;

/** The wing's angle at the leading edge, where the warner's vane is, passes the flap position's. */
export const warningSounds = ({ motion }: Flight): boolean =>
  motion.flow.speed > 12 && Math.atan2(motion.flow.w, motion.flow.u) > motion.flap.warningRad;

/** Angle of attack at which today's flap position stalls is passed by more than half of the wing. */
export function isStalled({ state }: Flight): boolean {
  let attached = 0;
  for (const share of state.attached) attached += share;
  return attached < 0.62 * state.attached.length;
}

export function readInstruments(flight: Flight, origin: Origin = TRAINING_AREA): Reading {
  const { state, motion, controls, airframe, air } = flight;
  const { bank, pitch, heading } = attitude(state);
  const { north, east, up } = groundVelocity(flight);
  const altitudeFt = state.altitudeM / FT_TO_M;
  const tasKt = motion.flow.speed / KT_TO_MPS;
  const latDeg = origin.latDeg + degrees(state.northM / EARTH_RADIUS_M);
  const { engine } = airframe.model;
  return {
    alt_ft: altitudeFt,
    // Below where its calibration begins the needle rests on its peg.
    ias_kt: Math.max(0, iasOfTas(airframe, tasKt, state.flapsDeg, altitudeFt, air.warmerC)),
    hdg_deg: wrap360(degrees(heading)),
    pitch_deg: degrees(pitch),
    bank_deg: degrees(bank),
    vs_fpm: (up / FT_TO_M) * 60,
    lat_deg: latDeg,
    lon_deg: origin.lonDeg + degrees(state.eastM / EARTH_RADIUS_M / Math.cos((latDeg * Math.PI) / 180)),
    gps_alt_ft: altitudeFt,
    gs_kt: Math.hypot(north, east) / KT_TO_MPS,
    trk_deg: wrap360(degrees(Math.atan2(east, north))),
    rpm: state.turns * 60 * engine.gearRatio,
    map_inhg: hasManifoldGauge(airframe)
      ? manifoldInHg(airframe, motion.power.shaftPowerW, altitudeFt)
      : Number.NaN,
    power_pct: (100 * motion.power.shaftPowerW) / engine.ratedPowerW,
    flaps_deg: state.flapsDeg,
    stall_warn: warningSounds(flight) ? 1 : 0,
    lat_g: clamp(motion.sideG, -LONGEST_G, LONGEST_G),
    load_g: clamp(-motion.downG, -LONGEST_G, LONGEST_G),
    aileron: controls.aileron,
    elevator: controls.elevator,
    rudder: controls.rudder,
    trim: controls.trim,
    throttle: controls.throttle,
    oat_c: standardTemperatureC(altitudeFt) + air.warmerC,
    aoa_deg: degrees(Math.atan2(motion.flow.w, motion.flow.u)),
    tas_kt: tasKt,
  };
}
