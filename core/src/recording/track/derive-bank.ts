/**
 * Bank where it was not recorded, from the rate of turn: tan φ = V ω / g in a coordinated turn (FAA-H-8083-25).
 * The heading's slope is taken over a few seconds; the steadier the heading, the fewer.
 */
import { degrees, radians } from '../../units/angles.ts';
import { G0_MPS2, KT_TO_MPS } from '../../units/convert.ts';
import type { Channel } from '../columns/channel.ts';
import { localSlope } from '../columns/resample.ts';
import type { Segment } from '../columns/segments.ts';

const HALF_WIDTHS_S = [1, 1.5, 2.5];
const WANTED_ERROR_DEG = 1.5;
/** True airspeed from an indicated one without calibration or temperature is good to about this share. */
const AIRSPEED_ERROR_SHARE = 0.025;
/** A heading that was itself derived is smooth already; what is left in it scatters about so much. */
const HEADING_ERROR_DEG = 1;
/** About the worst case for noise: at this speed and 30° of bank. */
const REFERENCE_TAS_KT = 100;

/** Standard error of the slope, °/s, of a line through samples each `errorDeg` wrong. */
function slopeErrorDegPerS(errorDeg: number, stepS: number, halfWidthS: number): number {
  const eachS = Math.max(stepS, 0.5);
  const samples = Math.max(1, Math.floor(halfWidthS / eachS));
  let sumOfSquares = 0;
  for (let k = 1; k <= samples; k++) sumOfSquares += 2 * (k * eachS) ** 2;
  return errorDeg / Math.sqrt(sumOfSquares);
}

/** @returns bank in degrees, right positive, with its standard error a row at a time. */
export function deriveBank(
  timeS: Float64Array,
  segments: readonly Segment[],
  headingDeg: Channel,
  tasKt: (row: number) => number,
  stepS: number,
): Channel {
  const headingError =
    typeof headingDeg.standardError === 'number' ? headingDeg.standardError : HEADING_ERROR_DEG;
  const perRate = (tas: number, bankDeg: number) =>
    ((tas * KT_TO_MPS) / G0_MPS2) * Math.cos(radians(bankDeg)) ** 2;
  const halfWidthS =
    HALF_WIDTHS_S.find(
      (width) =>
        slopeErrorDegPerS(headingError, stepS, width) * perRate(REFERENCE_TAS_KT, 30) <= WANTED_ERROR_DEG,
    ) ?? HALF_WIDTHS_S[HALF_WIDTHS_S.length - 1];
  const rateError = slopeErrorDegPerS(headingError, stepS, halfWidthS);

  const rate = new Float64Array(timeS.length).fill(Number.NaN);
  for (const segment of segments) {
    rate.set(localSlope(timeS, headingDeg.values, segment, halfWidthS), segment.from);
  }

  const values = new Float64Array(timeS.length).fill(Number.NaN);
  const standardError = new Float64Array(timeS.length).fill(Number.NaN);
  for (let i = 0; i < timeS.length; i++) {
    const tas = tasKt(i);
    if (Number.isNaN(rate[i]) || Number.isNaN(tas)) continue;
    const bank = Math.atan((tas * KT_TO_MPS * radians(rate[i])) / G0_MPS2);
    values[i] = degrees(bank);
    const fromSpeed = degrees(Math.abs(Math.sin(bank) * Math.cos(bank)) * AIRSPEED_ERROR_SHARE);
    standardError[i] = Math.hypot(rateError * perRate(tas, values[i]), fromSpeed);
  }
  return { values, source: 'derived', from: headingDeg.from ?? 'hdg_deg, ias_kt', standardError };
}

/** The measured bank where there is one, the derived one in its holes. */
export function fillBank(measured: Channel, derived: Channel): Channel {
  const values = Float64Array.from(measured.values);
  const rows = new Uint8Array(values.length);
  for (let i = 0; i < values.length; i++) {
    if (!Number.isNaN(values[i])) continue;
    values[i] = derived.values[i];
    rows[i] = 1;
  }
  return rows.includes(1) ? { ...measured, values, fallback: { rows, channel: derived } } : measured;
}
