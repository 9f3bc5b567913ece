/** A drawn flight as a position logger sees it: the air's velocity and the wind's, with an error that wanders. */
import type { Random } from '../../flight/random.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { STEP_S, TAS_OVER_IAS } from './hand.ts';
import type { Pen } from './pen.ts';
import { headingsOf, wander } from './recorder.ts';

export interface PositionLogger {
  rateHz: number;
  windFromDeg: number;
  windKt: number;
  /** Standard deviation of a position, m, and how long an error lasts, s. */
  errorM: number;
  memoryS: number;
}

const KT_TO_MPS = 1852 / 3600;
const FT_TO_M = 0.3048;
const M_PER_DEG = 111_195;
const ORIGIN = { latDeg: 54.5, lonDeg: -3 };

export function positionsOf(pen: Pen, logger: PositionLogger, random: Random): Recording {
  const { rateHz, windFromDeg, windKt, errorM, memoryS } = logger;
  const count = Math.floor(pen.nowS * rateHz);
  const error = () => wander(count, 1 / rateHz, errorM, memoryS, random);
  const errors = { north: error(), east: error(), up: error() };
  const fine = Float64Array.from({ length: Math.ceil(pen.nowS / STEP_S) }, (_, k) => k * STEP_S);
  const headings = headingsOf(pen, fine, 360 * random.uniform());
  const rad = (deg: number) => (deg * Math.PI) / 180;
  const timeS = Float64Array.from({ length: count }, (_, k) => k / rateHz);
  const [lat, lon, altitude] = [timeS.slice(), timeS.slice(), timeS.slice()];
  let [north, east, at] = [0, 0, 0];
  for (let k = 0; k < count; k++) {
    for (; at < fine.length && fine[at] < timeS[k]; at++) {
      const tas = pen.at('ias_kt', fine[at]) * TAS_OVER_IAS * KT_TO_MPS;
      north += (tas * Math.cos(rad(headings[at])) - windKt * KT_TO_MPS * Math.cos(rad(windFromDeg))) * STEP_S;
      east += (tas * Math.sin(rad(headings[at])) - windKt * KT_TO_MPS * Math.sin(rad(windFromDeg))) * STEP_S;
    }
    lat[k] = ORIGIN.latDeg + (north + errors.north[k]) / M_PER_DEG;
    lon[k] = ORIGIN.lonDeg + (east + errors.east[k]) / (M_PER_DEG * Math.cos(rad(ORIGIN.latDeg)));
    altitude[k] = pen.at('alt_ft', timeS[k]) + errors.up[k] / FT_TO_M;
  }
  return {
    header: {},
    timeS,
    channels: { lat_deg: lat, lon_deg: lon, gps_alt_ft: altitude },
    epochMs: Date.UTC(2026, 5, 1, 10),
    warnings: [],
  };
}
