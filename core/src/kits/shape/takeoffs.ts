/** Takeoffs and the run-up before them: figures of what was recorded, without a verdict. */
import { z } from 'zod';
import {
  firstWhere,
  meanOver,
  medianOver,
  type Rows,
  rowOfMax,
  rowsBetween,
  valueAt,
} from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { known } from '../../units/numbers.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { centreLine } from './centre-line.ts';
import { fieldRowSchema, judgedRow } from './field-rows.ts';
import type { FlightShape } from './flight-shape.ts';
import { errorAt, groundMotion } from './motion.ts';
import { RUN_UP, TAKEOFF } from './tables.ts';

const figure = z.number().nullable();

export const takeoffSchema = z.object({
  /** Wheels off. */
  atS: z.number(),
  kias: figure,
  /** Mean from 100 to 500 ft above the field, and the book's best rate. */
  climbKias: figure,
  vyKias: figure,
  /** Furthest off the centre line below 300 ft, right positive. */
  rightFt: figure,
  /** Height above the field at which the flaps were up; null where they were not out, or are not on record. */
  flapsUpFt: figure,
  /** Judged, where the school has turned it on. */
  rows: z.array(fieldRowSchema).default([]),
});
export type Takeoff = z.infer<typeof takeoffSchema>;

export const runUpSchema = z.object({
  startS: z.number(),
  endS: z.number(),
  rpm: z.number(),
  /** How far the revolutions fell, each time; which magneto, heat or propeller it was is unseen. */
  dropsRpm: z.array(z.number()),
  /** The most that one may fall, by the airplane's file. */
  limitRpm: figure,
});
export type RunUp = z.infer<typeof runUpSchema>;

export function takeoffsOf(track: Track, context: ScoringContext, shape: FlightShape): Takeoff[] {
  const { timeS, airspeedKt, altitudeFt } = track;
  const motion = groundMotion(track);
  const flaps = track.other('flaps_deg')?.values;
  return shape.lifts.map(({ atS, field }) => {
    const after = rowsBetween(timeS, atS, atS + TAKEOFF.longestS);
    const height = (i: number) => altitudeFt.values[i] - field.altitudeFt;
    const reached = (ft: number) => firstWhere(after, (i) => height(i) > ft);
    const [low, climbed, clear] = [TAKEOFF.fromFt, TAKEOFF.toFt, TAKEOFF.driftBelowFt].map(reached);
    const climb = low >= 0 && climbed > low ? { from: low, to: climbed } : undefined;
    const line = centreLine(track, context, field, {
      towardDeg: motion.directionDeg[after.from],
      endRow: after.from,
    });
    const near = { from: after.from, to: clear < 0 ? after.to : clear };
    const drift = line ? rowOfMax(near, (i) => Math.abs(line.rightFt(i))) : -1;
    const measured = motion.iasMeasured;
    const climbKias = measured && climb ? known(meanOver(airspeedKt.values, climb)) : null;
    const vyKias = context.airplane?.vyKias ?? null;
    const off = climbKias === null || vyKias === null ? null : climbKias - vyKias;
    return {
      atS,
      kias: measured ? known(valueAt(timeS, airspeedKt.values, atS)) : null,
      climbKias,
      vyKias,
      rows: judgedRow(
        context.atField.rules,
        'climb-speed',
        off,
        errorAt(airspeedKt.standardError, after.from),
      ),
      rightFt: line && drift >= 0 ? known(line.rightFt(drift)) : null,
      flapsUpFt: flaps ? flapsUp(flaps, after, height) : null,
    };
  });
}

function flapsUp(flaps: Float64Array, after: Rows, height: (row: number) => number): number | null {
  if (!(flaps[after.from] > TAKEOFF.flapsOutDeg)) return null;
  const up = firstWhere(after, (i) => flaps[i] < TAKEOFF.flapsOutDeg);
  return up < 0 ? null : known(height(up));
}

/** Standing with the engine well up, for a while, before a takeoff. */
export function runUpsOf(track: Track, { airplane }: ScoringContext, shape: FlightShape): RunUp[] {
  const rpm = track.other('rpm')?.values;
  const { speedKt } = groundMotion(track);
  if (!rpm || !speedKt) return [];
  const { timeS } = track;
  const most = airplane?.maxRpm ?? rpm[rowOfMax({ from: 0, to: rpm.length }, (i) => rpm[i])] ?? Number.NaN;
  const found: RunUp[] = [];
  for (const { rows } of shape.ground) {
    let from = -1;
    for (let i = rows.from; i <= rows.to; i++) {
      const on = i < rows.to && rpm[i] > RUN_UP.leastShare * most && speedKt[i] < RUN_UP.standsKt;
      if (on && from < 0) from = i;
      if (on || from < 0) continue;
      // Who holds the brakes at full power and rolls runs nothing up: there the revolutions come down first.
      const cameDown = i < rows.to && speedKt[i] < RUN_UP.standsKt;
      if (cameDown && timeS[i - 1] - timeS[from] >= RUN_UP.leastS)
        found.push(runUpIn(track, rpm, { from, to: i }, most, airplane?.runUp?.dropRpm ?? null));
      from = -1;
    }
  }
  return found;
}

function runUpIn(
  { timeS }: Track,
  rpm: Float64Array,
  rows: Rows,
  most: number,
  limitRpm: number | null,
): RunUp {
  const level = medianOver(rpm, rows);
  const dropsRpm: number[] = [];
  let from = -1;
  for (let i = rows.from; i < rows.to; i++) {
    const down = rpm[i] < level - RUN_UP.dropShare * most;
    if (down && from < 0) from = i;
    if (down || from < 0) continue;
    // It went down and came back.
    if (timeS[i - 1] - timeS[from] >= RUN_UP.dropS) dropsRpm.push(level - medianOver(rpm, { from, to: i }));
    from = -1;
  }
  return { startS: timeS[rows.from], endS: timeS[rows.to - 1], rpm: level, dropsRpm, limitRpm };
}
