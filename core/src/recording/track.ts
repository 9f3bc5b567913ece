/**
 * A recording made ready for finding and scoring: every quantity smoothed and on the same rows, what is missing
 * derived where it can be, and the breaks that no attempt may span.
 */
import { casFromIas, iasFromCas } from '../airplane/calibration.ts';
import type { Airplane } from '../airplane/schema.ts';
import { densityRatio, standardTemperatureC, tasFromCas } from '../atmosphere/atmosphere.ts';
import { type Channel, measuredChannel } from './channel.ts';
import type { ChannelName } from './channels.ts';
import { deriveBank, fillBank } from './derive-bank.ts';
import type { Recording } from './recording.ts';
import { checkScorable } from './requirements.ts';
import { localSlope } from './resample.ts';
import { longestStepS, type Segment, splitSegments } from './segments.ts';
import { typicalStepS } from './smooth.ts';

export interface Track {
  recording: Recording;
  timeS: Float64Array;
  /** Typical step between rows, s. */
  stepS: number;
  segments: Segment[];
  altitudeFt: Channel;
  /** Continuous: a full turn right adds 360. */
  headingDeg: Channel;
  bankDeg: Channel;
  airspeedKt: Channel;
  tasKt: Float64Array;
  verticalSpeedFpm: Float64Array;
  /** Any other recorded channel, smoothed on first use; `undefined` where it was not recorded. */
  other(name: ChannelName): Channel | undefined;
  warnings: string[];
}

const SLOPE_HALF_WIDTH_S = 1.5;

/** An empty channel, for a quantity that is neither recorded nor derivable. */
const absent = (rows: number): Channel => ({
  values: new Float64Array(rows).fill(Number.NaN),
  source: 'derived',
  standardError: Number.NaN,
});

/** @throws InputError when the recording lacks what every score needs. */
export function makeTrack(recording: Recording, airplane?: Airplane): Track {
  const warnings = checkScorable(recording);
  const { timeS, channels } = recording;
  const stepS = typicalStepS(timeS);
  const maxGapS = longestStepS(stepS);
  const cache = new Map<ChannelName, Channel | undefined>();
  const other = (name: ChannelName): Channel | undefined => {
    if (!cache.has(name)) {
      const column = channels[name];
      cache.set(name, column && measuredChannel(name, timeS, column, maxGapS));
    }
    return cache.get(name);
  };

  const rows = timeS.length;
  const altitudeFt = other('alt_ft') ?? other('gps_alt_ft') ?? absent(rows);
  const headingDeg = other('hdg_deg') ?? absent(rows);
  const sigma = densityRatios(altitudeFt.values, other('oat_c')?.values);
  const { airspeedKt, tasKt } = airspeeds(other('ias_kt'), other('tas_kt'), sigma, airplane);
  if (!other('ias_kt') || !other('hdg_deg')) {
    warnings.push('airspeed or heading was not recorded: steep turns cannot be scored from this file');
  }

  const measuredBank = other('bank_deg');
  const bankDeg = measuredBank && isWhole(measuredBank.values) ? measuredBank : filledBank(measuredBank);

  /** Derived within stretches of known heading, which end where the recording breaks. */
  function filledBank(measured: Channel | undefined): Channel {
    const known = (row: number) => !Number.isNaN(headingDeg.values[row]);
    const derived = deriveBank(timeS, splitSegments(timeS, maxGapS, known), headingDeg, tasKt, stepS);
    return measured ? fillBank(measured, derived) : derived;
  }

  const segments = splitSegments(
    timeS,
    maxGapS,
    (row) => !Number.isNaN(altitudeFt.values[row]) && !Number.isNaN(bankDeg.values[row]),
  );
  const verticalSpeedFpm = new Float64Array(rows).fill(Number.NaN);
  for (const segment of segments) {
    const feetPerS = localSlope(timeS, altitudeFt.values, segment, SLOPE_HALF_WIDTH_S);
    for (let k = 0; k < feetPerS.length; k++) verticalSpeedFpm[segment.from + k] = 60 * feetPerS[k];
  }
  return {
    recording,
    timeS,
    stepS,
    segments,
    altitudeFt,
    headingDeg,
    bankDeg,
    airspeedKt,
    tasKt,
    verticalSpeedFpm,
    other,
    warnings: [...recording.warnings, ...warnings],
  };
}

/** Whether every row has a value. */
function isWhole(values: Float64Array): boolean {
  for (let i = 0; i < values.length; i++) if (Number.isNaN(values[i])) return false;
  return true;
}

function densityRatios(altitudeFt: Float64Array, oatC: Float64Array | undefined): Float64Array {
  const sigma = new Float64Array(altitudeFt.length);
  for (let i = 0; i < altitudeFt.length; i++) {
    const measured = oatC?.[i];
    const temperature = measured === undefined || Number.isNaN(measured) ? undefined : measured;
    sigma[i] = densityRatio(altitudeFt[i], temperature ?? standardTemperatureC(altitudeFt[i]));
  }
  return sigma;
}

/** Indicated and true airspeed from whichever was recorded, through the airplane's calibration. */
function airspeeds(
  ias: Channel | undefined,
  tas: Channel | undefined,
  sigma: Float64Array,
  airplane: Airplane | undefined,
): { airspeedKt: Channel; tasKt: Float64Array } {
  const rows = sigma.length;
  if (ias) {
    const tasKt = new Float64Array(rows);
    for (let i = 0; i < rows; i++) tasKt[i] = tasFromCas(casFromIas(airplane, ias.values[i]), sigma[i]);
    return { airspeedKt: ias, tasKt };
  }
  if (tas) {
    const values = new Float64Array(rows);
    for (let i = 0; i < rows; i++) values[i] = iasFromCas(airplane, tas.values[i] * Math.sqrt(sigma[i]));
    return {
      airspeedKt: { values, source: 'derived', from: 'tas_kt', standardError: 2.5 },
      tasKt: tas.values,
    };
  }
  return { airspeedKt: absent(rows), tasKt: new Float64Array(rows).fill(Number.NaN) };
}
