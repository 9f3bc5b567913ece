/**
 * What an approach shows of how it was flown: fast, flared high or late, touched across its track, the flaps in at once. Signs
 * for whoever grades, each with the figure that shows it; nothing here is a verdict, and what was not recorded shows nothing.
 */
import { FIELD_FIGURES } from '../../field/tables.ts';
import { slopeOf } from '../../recording/columns/resample.ts';
import { firstRowAt, firstWhere, meanOver, type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { known } from '../../units/numbers.ts';
import type { Approach, ApproachSign, TouchPoint } from './approach-schema.ts';
import { APPROACH_SIGN as SIGN } from './tables.ts';

type Measured = Pick<Approach, 'end' | 'endS' | 'targetKias' | 'gate' | 'low' | 'touch' | 'decision'>;

export const approachSigns = (track: Track, approach: Measured): ApproachSign[] => [
  ...finalSigns(approach),
  ...touchSigns(track, approach),
  ...goAroundSigns(track, approach),
];

function finalSigns({ gate, low, targetKias, decision, end }: Measured): ApproachSign[] {
  const mark = low?.kias != null ? low : gate;
  const off = targetKias !== null && mark?.kias != null ? mark.kias - targetKias : null;
  return [
    ...(off !== null && off > FIELD_FIGURES.fastKt ? [{ sign: 'fast' as const, value: off }] : []),
    ...(off !== null && off < -FIELD_FIGURES.slowKt ? [{ sign: 'slow' as const, value: -off }] : []),
    ...(decision === 'landed-unstable' && end === 'landing'
      ? [{ sign: 'not-stable' as const, value: 1 }]
      : []),
  ];
}

function touchSigns(track: Track, { touch, targetKias }: Measured): ApproachSign[] {
  if (!touch) return [];
  const across = touch.acrossDeg ?? 0;
  return [
    ...flareSigns(track, touch, targetKias),
    ...(touch.bounces ? [{ sign: 'bounced' as const, value: touch.bounces }] : []),
    ...(across > SIGN.acrossDeg ? [{ sign: 'across' as const, value: across }] : []),
  ];
}

/** Dropped from where it had been held off too high, or flown onto the runway. */
function flareSigns(
  track: Track,
  { atS, kias, bounces }: TouchPoint,
  targetKias: number | null,
): ApproachSign[] {
  if (track.stepS > SIGN.finestS) return [];
  // Rounded out in time it comes to the runway well below the speed of the final.
  const flownOn = kias !== null && targetKias !== null && kias > targetKias - SIGN.flownOnKt;
  const sinkFpm = sinkOver(track, atS - SIGN.sinkS, atS);
  const highFt = heldOffFt(track, atS);
  if (highFt !== null && sinkFpm > SIGN.dropFpm) return [{ sign: 'flared-high', value: highFt }];
  return sinkFpm > SIGN.lateFpm || (bounces && flownOn) ? [{ sign: 'flared-late', value: sinkFpm }] : [];
}

function sinkOver({ timeS, altitudeFt }: Track, fromS: number, toS: number): number {
  const { from, to } = rowsBetween(timeS, fromS, toS);
  return -60 * slopeOf(timeS, altitudeFt.values, from, to);
}

/** The height above the runway at which it was held off, where that was too high to let it down from; null where it was not. */
function heldOffFt(track: Track, atS: number): number | null {
  const { timeS, altitudeFt } = track;
  const meanFt = (fromS: number, toS: number) => meanOver(altitudeFt.values, rowsBetween(timeS, fromS, toS));
  const runwayFt = meanFt(atS + SIGN.rollsS, atS + SIGN.rollsS + SIGN.heldS);
  const before = rowsBetween(timeS, atS - SIGN.flareS, atS - SIGN.sinkS);
  for (let i = before.from; i < before.to; i++) {
    const ft = meanFt(timeS[i], timeS[i] + SIGN.heldS) - runwayFt;
    const held = sinkOver(track, timeS[i], timeS[i] + SIGN.heldS) < SIGN.heldFpm;
    if (held && ft > SIGN.highFt && ft < SIGN.highestFt) return ft;
  }
  return null;
}

/** Nose against track just before the wheels met, deg; null where one of them is not on record. */
export function acrossDeg(track: Track, atS: number): number | null {
  const heading = track.raw('hdg_deg');
  const over = track.raw('trk_deg');
  if (!heading || !over || track.stepS > SIGN.finestS) return null;
  const row = Math.max(0, firstRowAt(track.timeS, atS) - 1);
  return known(Math.abs(shortestTurnDeg(over[row], heading[row])));
}

/** From full to none without a stop, in an airplane with stages between. */
function goAroundSigns(track: Track, { end, endS, gate }: Measured): ApproachSign[] {
  const flaps = track.other('flaps_deg')?.values;
  const stages = gate?.flapsDeg;
  if (end !== 'go-around' || !flaps || !stages) return [];
  const after = rowsBetween(track.timeS, endS - 5, endS + SIGN.flapsS);
  const begins = firstWhere(after, (i) => flaps[i] < flaps[after.from] - 2);
  const up = firstWhere(after, (i) => flaps[i] < 2);
  if (begins < 0 || up < 0 || flaps[after.from] < SIGN.fullDeg) return [];
  const rests = restS(track.timeS, flaps, { from: begins, to: up + 1 });
  return rests < SIGN.restS ? [{ sign: 'flaps-at-once', value: flaps[after.from] }] : [];
}

/** Longest time that the flaps stood still on their way. */
function restS(timeS: Float64Array, flaps: Float64Array, { from, to }: Rows): number {
  let [longest, since] = [0, timeS[from]];
  for (let i = from + 1; i < to; i++) {
    if (Math.abs(flaps[i] - flaps[i - 1]) > 0.5) since = timeS[i];
    longest = Math.max(longest, timeS[i] - since);
  }
  return longest;
}
