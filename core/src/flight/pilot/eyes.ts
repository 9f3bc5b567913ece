/** What a pilot sees: instruments and horizon, with a heading that counts on past north. */
import { shortestTurnDeg } from '../../units/angles.ts';
import type { Flight } from '../model/flight.ts';
import { isStalled, readInstruments } from '../model/instruments.ts';

export interface Seen {
  timeS: number;
  altitudeFt: number;
  kias: number;
  tasKt: number;
  accelerationKtPerS: number;
  verticalFpm: number;
  /** Continuous. */
  headingDeg: number;
  bankDeg: number;
  pitchDeg: number;
  /** Degrees a second about the airplane's axes. */
  p: number;
  q: number;
  r: number;
  lateralG: number;
  loadG: number;
  rpm: number;
  flapsDeg: number;
  warning: boolean;
  stalled: boolean;
}

const DEG = 180 / Math.PI;
/** A needle's own lag smooths the trend of the speed. */
const TREND_LAG_S = 0.7;

/** @returns a look that remembers the last one. */
export function openEyes(): (flight: Flight) => Seen {
  let last: Seen | undefined;
  return (flight) => {
    const reading = readInstruments(flight);
    const { state } = flight;
    const dt = last ? state.timeS - last.timeS : 0;
    const change = last && dt > 0 ? (reading.ias_kt - last.kias) / dt : 0;
    const keep = last ? dt / (TREND_LAG_S + dt) : 1;
    const trend = last ? last.accelerationKtPerS + keep * (change - last.accelerationKtPerS) : 0;
    last = {
      timeS: state.timeS,
      altitudeFt: reading.alt_ft,
      kias: reading.ias_kt,
      tasKt: reading.tas_kt,
      accelerationKtPerS: trend,
      verticalFpm: reading.vs_fpm,
      headingDeg: last
        ? last.headingDeg + shortestTurnDeg(last.headingDeg, reading.hdg_deg)
        : reading.hdg_deg,
      bankDeg: reading.bank_deg,
      pitchDeg: reading.pitch_deg,
      p: state.p * DEG,
      q: state.q * DEG,
      r: state.r * DEG,
      lateralG: reading.lat_g,
      loadG: reading.load_g,
      rpm: reading.rpm,
      flapsDeg: reading.flaps_deg,
      warning: reading.stall_warn > 0,
      stalled: isStalled(flight),
    };
    return last;
  };
}
