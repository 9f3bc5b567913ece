/** The flight itself: its shape, and what happened in it outside every attempt and matters. */
import { z } from 'zod';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { findingsOf } from '../kits/attempt/finding.ts';
import { flapOverspeedIn, neverExceedIn, spiralFindingIn } from '../kits/attempt/limits.ts';
import { meanPower, sceneOf } from '../kits/attempt/scene.ts';
import { GENERAL_LIMITS } from '../kits/attempt/tables.ts';
import { approachSchema } from '../kits/shape/approach-schema.ts';
import { approachesOf } from '../kits/shape/approaches.ts';
import { type FlightShape, flightShape } from '../kits/shape/flight-shape.ts';
import { LOW_PARTS, PART_NAMES, type Part } from '../kits/shape/parts.ts';
import { withoutPower } from '../kits/shape/power-off.ts';
import { NEAR_GROUND, UP_HIGH } from '../kits/shape/tables.ts';
import { runUpSchema, runUpsOf, takeoffSchema, takeoffsOf } from '../kits/shape/takeoffs.ts';
import { longestStretch, type Rows, rowOfMax, rowsBetween } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import { type Finding, findingSchema } from '../scoring/schema.ts';
import { limitsOf } from '../units/figures.ts';
import { type SkidLowParams, skidNearGround } from './skid-low.ts';

/** What the words of those that only a flight has need besides their size. */
export interface FlightParams extends SkidLowParams {
  'stall-warning': { away: boolean; aboveFieldFt?: number };
  'steep-bank-low': { withinFt: number };
  'warning-kept-on': { soundedS: number; withPower: boolean };
}
const find = findingsOf<FlightParams>();
const FLIGHT = { attempt: { maneuver: 'flight' } };

const seconds = z.number();
export const flightScoreSchema = z.object({
  blockS: seconds.nullable(),
  airborneS: seconds.nullable(),
  takeoffs: z.number().nullable(),
  landings: z
    .array(
      z.object({
        atS: seconds,
        kind: z.enum(['full-stop', 'touch-and-go', 'stop-and-go']).nullable(),
        /** Flown down with the engine idle; null where nothing tells the power. */
        powerOff: z.boolean().nullable().default(null),
      }),
    )
    .nullable(),
  goArounds: z.number().nullable(),
  /** A score from before they were listed has none. */
  goAroundList: z.array(z.object({ atS: seconds, lowestFt: z.number() })).default([]),
  circuits: z.number().nullable(),
  /** Of a score from before they were measured there are none. */
  approaches: z.array(approachSchema).default([]),
  takeoffList: z.array(takeoffSchema).default([]),
  runUps: z.array(runUpSchema).default([]),
  parts: z.array(z.object({ name: z.enum(PART_NAMES), startS: seconds, endS: seconds })),
  findings: z.array(findingSchema),
});
export type FlightScore = z.infer<typeof flightScoreSchema>;

export function scoreFlight(
  track: Track,
  context: ScoringContext,
  attempts: readonly Attempt[],
): FlightScore {
  const shape = flightShape(track, context);
  const { fields: _, ground: _ground, finals: _finals, lifts: _lifts, landings, ...times } = shape;
  const { power } = sceneOf(track, context);
  return {
    ...times,
    landings: landings?.map((one) => ({ ...one, powerOff: withoutPower(track, power, one.atS) })) ?? null,
    parts: shape.parts
      .flatMap((part) => withArea(part, attempts))
      .filter(({ startS, endS }) => endS > startS),
    approaches: approachesOf(track, context, shape),
    takeoffList: takeoffsOf(track, context, shape),
    runUps: runUpsOf(track, context, shape),
    findings: outsideAttempts(track, context, shape, attempts),
  };
}

/** What lies between the first and the last attempt of a transit is work in the area. */
function withArea(part: Part, attempts: readonly Attempt[]): Part[] {
  if (part.name !== 'transit') return [part];
  const inside = attempts.filter(({ startS, endS }) => startS < part.endS && endS > part.startS);
  if (inside.length === 0) return [part];
  const startS = Math.max(part.startS, Math.min(...inside.map((attempt) => attempt.startS)));
  const endS = Math.min(part.endS, Math.max(...inside.map((attempt) => attempt.endS)));
  return [
    { name: 'transit', startS: part.startS, endS: startS },
    { name: 'area', startS, endS },
    { name: 'transit', startS: endS, endS: part.endS },
  ];
}

function outsideAttempts(
  track: Track,
  context: ScoringContext,
  shape: FlightShape,
  attempts: readonly Attempt[],
): Finding[] {
  const scene = sceneOf(track, context);
  const gaps = gapsBetween(track, attempts);
  return gaps
    .flatMap((rows) => [
      flapOverspeedIn(FLIGHT, { track, context, scene, rows }),
      spiralFindingIn(FLIGHT, { track, context, scene, rows }),
      neverExceedIn(FLIGHT, { track, context, scene, rows }),
      warningNearGround(track, context, shape, rows),
      bankNearGround(track, shape, rows),
      skidNearGround(FLIGHT, track, context, shape, rows),
      warningUpHigh(track, context, shape, rows),
    ])
    .filter((found) => found !== undefined);
}

/** Rows of no attempt. */
function gapsBetween({ timeS, segments }: Track, attempts: readonly Attempt[]): Rows[] {
  const gaps: Rows[] = [];
  for (const segment of segments) {
    let from = segment.from;
    for (const { startS, endS } of attempts) {
      const taken = rowsBetween(timeS, startS, endS, segment);
      if (taken.to <= taken.from) continue;
      if (taken.from > from) gaps.push({ from, to: taken.from });
      from = Math.max(from, taken.to);
    }
    if (segment.to > from) gaps.push({ from, to: segment.to });
  }
  return gaps;
}

/** A good flare sounds the warner, and so may a lift-off: of those nothing is said. */
function warningNearGround(
  track: Track,
  context: ScoringContext,
  { parts, fields, landings }: FlightShape,
  rows: Rows,
): Finding | undefined {
  const warner = track.other('stall_warn')?.values;
  if (!warner) return undefined;
  const { timeS } = track;
  const low = parts.filter(({ name }) => LOW_PARTS.includes(name));
  const isAway = awayAndLow(track, parts);
  const lifts = parts.filter(({ name }) => name === 'takeoff').map(({ startS }) => startS);
  const heightFt = (i: number) =>
    Math.min(...fields.map(({ altitudeFt }) => Math.abs(track.altitudeFt.values[i] - altitudeFt)));
  const forgiven = (i: number) =>
    (!isAway(i) && heightFt(i) < NEAR_GROUND.flareFt) ||
    (landings ?? []).some(
      ({ atS }) => timeS[i] > atS - NEAR_GROUND.touchS && timeS[i] < atS + NEAR_GROUND.touchS,
    ) ||
    lifts.some((s) => Math.abs(timeS[i] - s) < NEAR_GROUND.liftOffS);
  const sounding = (i: number) =>
    warner[i] > 0.5 && !forgiven(i) && low.some(({ startS, endS }) => timeS[i] >= startS && timeS[i] <= endS);
  const stretch = longestStretch(timeS, rows, sounding);
  const least = limitsOf(context, GENERAL_LIMITS).stallWarningS;
  if (!stretch || stretch.endS - stretch.startS < least - track.stepS / 2) return undefined;
  const first = rowsBetween(timeS, stretch.startS, stretch.endS).from;
  return find(FLIGHT, 'stall-warning', 'critical', stretch, [stretch.endS - stretch.startS, 's'], {
    away: isAway(first),
    ...(!isAway(first) && { aboveFieldFt: heightFt(first) }),
  });
}

/**
 * Slow for seconds outside anything that was briefed or recognised, and above the pattern: the warning on at once, or in chirps
 * that are as much within ten seconds; with the height that went meanwhile. A mush at high power is one too.
 */
function warningUpHigh(
  track: Track,
  context: ScoringContext,
  { parts }: FlightShape,
  rows: Rows,
): Finding | undefined {
  const warner = track.raw('stall_warn');
  if (!warner) return undefined;
  const { timeS, stepS } = track;
  const low = parts.filter(({ name }) => LOW_PARTS.includes(name) || name === 'parked' || name === 'taxi');
  const high = (i: number) => low.every(({ startS, endS }) => timeS[i] < startS || timeS[i] > endS);
  const sounds = (i: number) => (warner[i] > 0.5 && high(i) ? stepS : 0);
  let [first, sum] = [rows.from, 0];
  let begin = -1;
  let last = -1;
  let soundedS = 0;
  for (let i = rows.from; i < rows.to; i++) {
    sum += sounds(i);
    while (timeS[i] - timeS[first] > UP_HIGH.withinS) sum -= sounds(first++);
    if (sum < UP_HIGH.soundsS - stepS / 2) continue;
    if (begin < 0) begin = first;
    if (i - last > 1 && last >= 0 && timeS[i] - timeS[last] > UP_HIGH.withinS) break;
    last = i;
  }
  if (begin < 0) return undefined;
  for (let i = begin; i <= last; i++) soundedS += sounds(i);
  const altitude = track.altitudeFt.values;
  const lowest = rowOfMax({ from: begin, to: last + 1 }, (i) => -altitude[i]);
  const share = meanPower(sceneOf(track, context), { from: begin, to: last + 1 });
  return find(
    FLIGHT,
    'warning-kept-on',
    'fault',
    { startS: timeS[begin], endS: timeS[last] },
    [Math.max(0, altitude[begin] - altitude[lowest]), 'ft'],
    { soundedS, withPower: share > UP_HIGH.powerShare },
  );
}

/** Whether a row lies in work flown low. */
const awayAndLow = ({ timeS }: Track, parts: readonly Part[]) => {
  const away = parts.filter(({ name }) => name === 'low-work');
  return (i: number): boolean => away.some(({ startS, endS }) => timeS[i] >= startS && timeS[i] <= endS);
};

function bankNearGround(track: Track, { fields, parts }: FlightShape, rows: Rows): Finding | undefined {
  if (track.bankDeg.source === 'derived') return undefined;
  const isAway = awayAndLow(track, parts);
  const bank = (i: number) => Math.abs(track.bankDeg.values[i]);
  const low = (i: number) =>
    isAway(i) ||
    fields.some(({ altitudeFt }) => {
      const height = track.altitudeFt.values[i] - altitudeFt;
      return height > 0 && height < NEAR_GROUND.lowFt;
    });
  const steepest = rowOfMax(rows, (i) => (low(i) ? bank(i) : 0));
  if (steepest < 0 || !(low(steepest) && bank(steepest) > NEAR_GROUND.steepDeg)) return undefined;
  const at = { startS: track.timeS[steepest], endS: track.timeS[steepest] };
  return find(FLIGHT, 'steep-bank-low', 'critical', at, [bank(steepest), 'deg'], {
    withinFt: NEAR_GROUND.lowFt,
  });
}
