/**
 * What one flight tells of its airplane: steady level flight, stalls, steep turns. Each is reduced to the airplane's
 * book conditions with the performance model, so that flights at other weights and heights can be put together.
 */

import { z } from 'zod';
import type { Airplane } from '../airplane/schema.ts';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { extremes } from '../kits/attempt/case.ts';
import { sceneOf } from '../kits/attempt/scene.ts';
import { stallAttempts } from '../kits/stalls/stall-attempts.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { performanceOf } from '../performance/fit.ts';
import { levelFlight } from '../performance/level.ts';
import { casAtStage, iasAtStage, type PerformanceModel } from '../performance/model.ts';
import { meanOver, type Rows, rowsBetween } from '../recording/columns/span.ts';
import { energyFpm } from '../recording/track/energy.ts';
import type { Track } from '../recording/track/track.ts';
import { phaseNamed } from '../scoring/phases.ts';
import { isRough } from '../signals/air.ts';
import { radians } from '../units/angles.ts';
import { median, roundTo } from '../units/numbers.ts';
import { steadyStretches } from './steady.ts';

const observationSchema = z.discriminatedUnion('kind', [
  /** Steady level flight: engine speed found, and what the book’s model has for the same air, weight and climb. */
  z.object({
    kind: z.literal('level'),
    atS: z.number(),
    kias: z.number(),
    rpm: z.number(),
    bookRpm: z.number(),
  }),
  /** A stall: least speed at 1 g and maximum weight, and the altitude lost. */
  z.object({
    kind: z.literal('stall'),
    atS: z.number(),
    stage: z.number().int(),
    kias: z.number(),
    lossFt: z.number(),
  }),
  /** A steep turn: rpm that holding height and speed took over level flight, reduced to 45°. */
  z.object({ kind: z.literal('turn'), atS: z.number(), addRpm: z.number() }),
]);
export type Observation = z.infer<typeof observationSchema>;

/** Where the stall’s own figures are looked for, about the break. */
const BEFORE_BREAK_S = 3;
const AFTER_BREAK_S = 2;
const LEAST_TURN_DEG = 40;
const MOST_TURN_DEG = 52;

/** Nothing where the airplane, its weight or a measured airspeed is not known. */
export function observe(track: Track, attempts: readonly Attempt[], context: ScoringContext): Observation[] {
  const { airplane, weightLb } = context;
  if (!airplane || weightLb === undefined || track.airspeedKt.source !== 'measured') return [];
  const model = performanceOf(airplane);
  const rpm = track.other('rpm')?.values;
  const powered = model && model.powerUnit === 'rpm' && rpm ? { track, model, rpm, weightLb } : undefined;
  return [
    ...(powered ? levels(powered) : []),
    ...(powered ? turns(powered, attempts) : []),
    ...stalls(track, context, airplane, weightLb),
  ];
}

interface Powered {
  track: Track;
  model: PerformanceModel;
  rpm: Float64Array;
  weightLb: number;
}

/** Air and weight at some rows. Altitude stands for pressure altitude: what the setting of the day adds is small. */
function circumstance({ track, weightLb }: Powered, rows: Rows) {
  const oat = track.other('oat_c')?.values;
  const oatC = oat ? meanOver(oat, rows) : Number.NaN;
  return {
    weightLb,
    pressureAltitudeFt: meanOver(track.altitudeFt.values, rows),
    ...(Number.isFinite(oatC) && { oatC }),
  };
}

function levels(powered: Powered): Observation[] {
  const { track, model, rpm } = powered;
  const flaps = track.other('flaps_deg')?.values;
  const clean = (row: number) => !flaps || !(flaps[row] > 2);
  return steadyStretches(track, rpm, clean).map((rows) => {
    const kias = meanOver(track.airspeedKt.values, rows);
    const at = circumstance(powered, rows);
    return {
      kind: 'level' as const,
      atS: roundTo(track.timeS[rows.from], 1),
      kias: roundTo(kias, 1),
      rpm: roundTo(meanOver(rpm, rows), 0),
      bookRpm: roundTo(levelFlight(model, kias, at, energyFpm(track, rows)).power, 0),
    };
  });
}

/** Steep turns whose entry and held part both tell: what was set, put right for climb and change of speed. */
function turns(powered: Powered, attempts: readonly Attempt[]): Observation[] {
  const { track, model, rpm } = powered;
  return attempts.flatMap((attempt): Observation[] => {
    const held = phaseNamed(attempt.phases, 'established');
    if (
      !requireRoom(attempt.maneuver).card.ownFigures?.includes('turn-rpm') ||
      !held ||
      attempt.inheritsEntry
    )
      return [];
    const rows = rowsBetween(track.timeS, held.startS, held.endS, attempt.segment);
    const before = rowsBetween(track.timeS, attempt.startS - 8, attempt.startS - 1, attempt.segment);
    if (before.to - before.from < 4 || rows.to - rows.from < 8 || isRough(track, rows)) return [];
    const bankDeg = median(track.bankDeg.values.subarray(rows.from, rows.to).map(Math.abs));
    if (!(bankDeg > LEAST_TURN_DEG && bankDeg < MOST_TURN_DEG)) return [];
    const kias = meanOver(track.airspeedKt.values, rows);
    const at = circumstance(powered, rows);
    const wanted = (speed: number, loadFactor: number, fpm: number) =>
      levelFlight(model, speed, { ...at, loadFactor }, fpm).power;
    const n = 1 / Math.cos(radians(bankDeg));
    const entryKias = meanOver(track.airspeedKt.values, before);
    // What was set, less what its climb or fall and another speed than at the entry account for.
    const turnRpm = meanOver(rpm, rows) - wanted(kias, n, energyFpm(track, rows)) + wanted(entryKias, n, 0);
    const levelRpm =
      meanOver(rpm, before) - wanted(entryKias, 1, energyFpm(track, before)) + wanted(entryKias, 1, 0);
    const modelAdd = wanted(entryKias, n, 0) - wanted(entryKias, 1, 0);
    const modelAt45 = wanted(entryKias, Math.SQRT2, 0) - wanted(entryKias, 1, 0);
    const addRpm = (turnRpm - levelRpm) * (modelAdd > 0 ? modelAt45 / modelAdd : 1);
    return [{ kind: 'turn', atS: roundTo(held.startS, 1), addRpm: roundTo(addRpm, 0) }];
  });
}

function stalls(track: Track, context: ScoringContext, airplane: Airplane, weightLb: number): Observation[] {
  const scene = sceneOf(track, context);
  const load = track.other('load_g')?.values;
  return stallAttempts(track, context)
    .filter(({ kind }) => kind === 'power-off')
    .flatMap(({ events: [event] }): Observation[] => {
      const rows = rowsBetween(track.timeS, event.breakS - BEFORE_BREAK_S, event.breakS + AFTER_BREAK_S);
      const slowest = extremes(track.airspeedKt.values, rows).low;
      if (slowest < 0) return [];
      const flaps = scene.flapsDeg(slowest);
      const stage = airplane.flaps.filter(({ deg }) => deg <= flaps + 2).length;
      const near = rowsBetween(track.timeS, track.timeS[slowest] - 1, track.timeS[slowest]);
      const n = load ? Math.max(0.6, meanOver(load, near)) : 1;
      const cas = casAtStage(airplane, track.airspeedKt.values[slowest], stage);
      const reduced = iasAtStage(airplane, cas * Math.sqrt(airplane.maxWeightLb / (weightLb * n)), stage);
      return [
        {
          kind: 'stall',
          atS: roundTo(event.breakS, 1),
          stage,
          kias: roundTo(reduced, 1),
          lossFt: roundTo(Math.max(0, event.lossFt), 0),
        },
      ];
    });
}
