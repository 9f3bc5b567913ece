/**
 * A recording made ready for finding and scoring: every quantity smoothed and on the same rows, what is missing
 * derived where it can be, and the breaks that no attempt may span.
 */

import type { Airplane } from '../../airplane/schema.ts';
import type { Coded } from '../../coded.ts';
import { absentChannel, type Channel, measuredChannel } from '../columns/channel.ts';
import type { ChannelName } from '../columns/channels.ts';
import type { Recording } from '../columns/recording.ts';
import { checkScorable } from '../columns/requirements.ts';
import { localSlope, ontoRows, ownSamples } from '../columns/resample.ts';
import { longestStepS, type Segment, splitSegments } from '../columns/segments.ts';
import { typicalStepS } from '../columns/smooth.ts';
import { type AirFromPositions, airFromPositions } from '../positions/air-from-positions.ts';
import { warning } from '../warnings.ts';
import { airspeeds } from './airspeed.ts';
import { deriveBank, fillBank } from './derive-bank.ts';

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
  /** True airspeed at a row. */
  tasKt(row: number): number;
  verticalSpeedFpm: Float64Array;
  /** The wind, where airspeed or heading had to be worked out from positions. */
  wind?: AirFromPositions['wind'];
  /** Any other recorded channel, smoothed on first use; `undefined` where it was not recorded. */
  other(name: ChannelName): Channel | undefined;
  /** As it was recorded, a value a row; NaN where it was not. */
  raw(name: ChannelName): Float64Array | undefined;
  warnings: Coded[];
}

const SLOPE_HALF_WIDTH_S = 1.5;

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
      cache.set(name, column && channelOf(name, column));
    }
    return cache.get(name);
  };

  /** What a sensor log was worked into says of itself how well it is known. */
  function channelOf(name: ChannelName, column: Float64Array): Channel {
    const channel = measuredChannel(name, timeS, column, maxGapS);
    const error = recording.errors?.[name];
    if (!error) return channel;
    const standardError = ontoRows(timeS, ownSamples(timeS, error), maxGapS);
    return { ...channel, source: 'derived', from: 'sensors', standardError };
  }

  const rows = timeS.length;
  const altitudeFt = other('alt_ft') ?? other('gps_alt_ft') ?? absentChannel(rows);
  const air = airMissing() ? airOfPositions() : undefined;
  const headingDeg = other('hdg_deg') ?? air?.headingDeg ?? absentChannel(rows);
  const tas = other('tas_kt') ?? air?.tasKt;
  const recorded = { ias: other('ias_kt'), tas, oat: other('oat_c'), altitudeFt };
  const { airspeedKt, tasKt } = airspeeds(recorded, airplane);
  if (airMissing() && !air) {
    warnings.push(warning('no-wind-to-be-had'));
  }

  if (air && !other('ias_kt') && !other('tas_kt')) warnings.push(warning('airspeed-from-positions'));

  function airMissing(): boolean {
    return !(other('ias_kt') ?? other('tas_kt')) || !other('hdg_deg');
  }

  function airOfPositions(): AirFromPositions | undefined {
    const [latDeg, lonDeg] = [other('lat_deg'), other('lon_deg')];
    if (!latDeg || !lonDeg) return undefined;
    const known = (row: number) => !Number.isNaN(latDeg.values[row]) && !Number.isNaN(lonDeg.values[row]);
    const stretches = splitSegments(timeS, maxGapS, known);
    return airFromPositions(
      timeS,
      latDeg.values,
      lonDeg.values,
      stretches,
      recording.epochMs,
      altitudeFt.values,
    );
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
    wind: air?.wind,
    other,
    raw: (name) => channels[name],
    warnings: [...recording.warnings, ...warnings],
  };
}

/** Whether every row has a value. */
function isWhole(values: Float64Array): boolean {
  for (let i = 0; i < values.length; i++) if (Number.isNaN(values[i])) return false;
  return true;
}
