/** What a standard's rows ask of an attempt, by parameter: which channel, against which target. */

import { localSlope } from '../../recording/columns/resample.ts';
import { meanOver, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Quantity } from '../../scoring/judged.ts';
import type { StandardRow } from '../../scoring/standard.ts';
import { isRough } from '../../signals/air.ts';
import { compassDeg, shortestTurnDeg, wrap360 } from '../../units/angles.ts';
import { median } from '../../units/numbers.ts';
import type { Proposal } from './attempt.ts';
import { SCENE } from './tables.ts';

export interface Entry {
  altitudeFt: number;
  airspeedKt: number;
  headingDeg: number;
}

/** Means over the three seconds before the start, or the nearest there is. */
export function entryValues(track: Track, { startS, segment }: Pick<Proposal, 'startS' | 'segment'>): Entry {
  const { timeS } = track;
  const before = rowsBetween(timeS, startS - SCENE.entryS, startS, segment);
  const rows = before.to > before.from ? before : { from: segment.from, to: segment.from + 1 };
  return {
    altitudeFt: meanOver(track.altitudeFt.values, rows),
    airspeedKt: meanOver(track.airspeedKt.values, rows),
    // Continuous, so that the plain mean is the circular one.
    headingDeg: wrap360(meanOver(track.headingDeg.values, rows)),
  };
}

export interface Aims extends Entry {
  bankDeg: number;
  /** Highest ground and what is added to it; undefined where the ground is not known. */
  floorFt?: number;
  /** Altitude at the break and the instant of the lowest after it. */
  loss?: { fromFt: number; atS: number };
}

/** The quantity of a row; undefined where its parameter means nothing here or has no channel. */
export function quantityFor(
  row: StandardRow,
  track: Track,
  span: Pick<Proposal, 'startS' | 'endS' | 'segment'>,
  aims: Aims,
  briefed: Record<string, number> | undefined,
): Quantity | undefined {
  // The standard's row says whether the entry or the brief's target is judged.
  const pick = (name: 'altitudeFt' | 'airspeedKt' | 'headingDeg') =>
    row.reference === 'target' ? (row.target ?? briefed?.[name] ?? aims[name]) : aims[name];
  const plain = (channel: Quantity['channel'], target: number): Quantity => ({
    channel,
    target,
    deviation: (i) => channel.values[i] - target,
  });
  switch (row.parameter) {
    case 'altitude':
      return plain(track.altitudeFt, pick('altitudeFt'));
    case 'airspeed':
      // The briefed speed is what was to be flown, whatever speed the maneuver was entered at.
      return plain(track.airspeedKt, row.target ?? briefed?.airspeedKt ?? aims.airspeedKt);
    case 'bank': {
      const channel = track.bankDeg;
      return { channel, target: aims.bankDeg, deviation: (i) => Math.abs(channel.values[i]) - aims.bankDeg };
    }
    case 'turn-rate':
      return rateOfTurn(track, span, row.target ?? Number.NaN);
    case 'rollout-heading': {
      const channel = track.headingDeg;
      const target = compassDeg(pick('headingDeg'));
      return { channel, target, deviation: (i) => shortestTurnDeg(target, channel.values[i]) };
    }
    case 'coordination': {
      const ball = track.other('lat_g');
      return ball && plain(ball, row.target ?? 0);
    }
    case 'floor':
      return aims.floorFt === undefined ? undefined : floorQuantity(track, span, aims.floorFt);
    case 'altitude-loss':
      return aims.loss && { ...plain(track.altitudeFt, aims.loss.fromFt), target: 0, atS: aims.loss.atS };
    default:
      return undefined;
  }
}

/** Degrees a second either way, a mean over some seconds about each row. */
function rateOfTurn(
  track: Track,
  { startS, endS, segment }: Pick<Proposal, 'startS' | 'endS' | 'segment'>,
  target: number,
): Quantity {
  const { timeS, headingDeg } = track;
  // One look for the whole attempt, a slope at each row of the held part: what is rolled in and out is no rate yet.
  // Gusts roll an airplane about its bank: in rough air the rate is that of a longer while.
  const own = rowsBetween(timeS, startS, endS, segment);
  const overS = isRough(track, own) ? SCENE.roughRateOverS : SCENE.rateOverS;
  const rows = heldRows(track, own);
  const slopes = localSlope(timeS, headingDeg.values, rows, overS / 2);
  // Where no whole look lies within it nothing is said: half a look is a gust's, and the nearest one, held, would last too long.
  const whole = rowsBetween(timeS, timeS[rows.from] + overS / 2, timeS[rows.to - 1] - overS / 2, rows);
  const looked = whole.to > whole.from ? whole : rows;
  const rate = (i: number) =>
    i >= looked.from && i < looked.to ? Math.abs(slopes[i - rows.from]) : Number.NaN;
  // Of a difference of two headings, over the time between them.
  const share = Math.SQRT2 / overS;
  const { standardError: error } = headingDeg;
  const standardError = typeof error === 'number' ? error * share : error.map((one) => one * share);
  return { channel: { ...headingDeg, standardError }, target, deviation: (i) => rate(i) - target };
}

/** The rows between rolling in and rolling out. */
function heldRows({ bankDeg }: Track, { from, to }: Rows): Rows {
  const bank = (i: number) => Math.abs(bankDeg.values[i]);
  const held = SCENE.heldShare * median(Float64Array.from({ length: to - from }, (_, k) => bank(from + k)));
  let [first, last] = [from, to - 1];
  while (first < last && bank(first) < held) first++;
  while (last > first && bank(last) < held) last--;
  return { from: first, to: last + 1 };
}

/** The lowest altitude of the attempt against the floor: one instant. */
function floorQuantity(
  track: Track,
  { startS, endS, segment }: Pick<Proposal, 'startS' | 'endS' | 'segment'>,
  floorFt: number,
): Quantity {
  const channel = track.altitudeFt;
  const lowest = rowOfMax(rowsBetween(track.timeS, startS, endS, segment), (i) => -channel.values[i]);
  return {
    channel,
    target: floorFt,
    deviation: (i) => channel.values[i] - floorFt,
    atS: track.timeS[Math.max(0, lowest)],
  };
}

/** Heading kept on each of some legs: against the heading at the leg's own beginning. */
export function legHeading(track: Track, legs: readonly { startS: number; endS: number }[]): Quantity {
  const channel = track.headingDeg;
  const { timeS } = track;
  const starts = legs.map(({ startS, endS }) => {
    const rows = rowsBetween(timeS, startS, Math.min(endS, startS + 2));
    return meanOver(channel.values, rows);
  });
  const legOf = (i: number) => {
    const at = legs.findLastIndex(({ startS }) => startS <= timeS[i] + 1e-6);
    return starts[Math.max(0, at)];
  };
  return {
    channel,
    target: compassDeg(wrap360(starts[0] ?? Number.NaN)),
    deviation: (i) => channel.values[i] - legOf(i),
  };
}
