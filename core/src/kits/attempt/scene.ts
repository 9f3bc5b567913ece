/**
 * What every maneuver asks of a flight before it looks for itself: where slow begins, where the ground is, how much
 * power there was. The airplane's file answers where there is one; without it the flight itself does.
 */

import { type Configuration, flapStageAt } from '../../airplane/configuration.ts';
import type { Airplane } from '../../airplane/schema.ts';
import { stageOf } from '../../card/day.ts';
import { flapDegrees, stallAtStage } from '../../performance/model.ts';
import { warningAtStage } from '../../performance/warning.ts';
import { meanOver, type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { turnsOf } from '../../signals/power.ts';
import { median } from '../../units/numbers.ts';
import type { ScoringContext } from './attempt.ts';
import { perFlight } from './per-flight.ts';
import { SCENE } from './tables.ts';

export interface Scene {
  /** Where the stall warning sounds at a flap angle, KIAS. */
  warningKias(flapsDeg: number): number;
  stallKias(flapsDeg: number): number;
  /** Flap angle at a row, as recorded or as an instructor said it; 0 where neither is. */
  flapsDeg(row: number): number;
  /** Whether that angle is known. */
  flapsKnown(row: number): boolean;
  fullFlapsDeg: number;
  /** Usual speed of level flight in this recording, kt. */
  cruiseKt: number;
  /** Share of the power there is, 0 to 1, at a row; NaN where nothing tells. */
  power(row: number): number;
  /** Where the power lever is, 0 to 1, or the nearest there is to it. */
  lever(row: number): number;
  /** Below this nothing is looked for: takeoffs, landings, patterns. */
  lowestFt: number;
}

/** The flight as every maneuver sees it, worked out once. */
export const sceneOf = perFlight(makeScene);

function makeScene(track: Track, context: ScoringContext): Scene {
  const { airplane } = context;
  const flaps = track.other('flaps_deg')?.values;
  const flapsAt = flapAngles(track, context, flaps);
  const flapsDeg = (row: number) => flapsAt(row) ?? 0;
  const cruiseKt = usualSpeed(track);
  const power = powerShare(track, airplane);
  const weightLb = context.weightLb ?? airplane?.maxWeightLb ?? 0;
  const fromFlight = warningOfFlight(track, flapsDeg, cruiseKt);
  // Asked for at every row, and there are but a handful of stages.
  const atEachStage = (known: Airplane, kias: (stage: number) => number): ((deg: number) => number) => {
    const speeds = Array.from({ length: known.flaps.length + 1 }, (_, stage) => kias(stage));
    return (deg) => speeds[flapStageAt(known, deg)];
  };
  return {
    warningKias: airplane
      ? atEachStage(airplane, (stage) => warningAtStage(airplane, { weightLb, stage }).kias)
      : fromFlight,
    stallKias: airplane
      ? atEachStage(airplane, (stage) => stallAtStage(airplane, { weightLb, stage }).kias)
      : (deg) => fromFlight(deg) - SCENE.stallBelowWarningKt,
    flapsDeg,
    flapsKnown: (row) => flapsAt(row) !== undefined,
    fullFlapsDeg: airplane?.flaps.at(-1)?.deg ?? (flaps ? largest(flaps) : 0),
    cruiseKt,
    power,
    lever: leverOf(track) ?? power,
    lowestFt: groundOf(track, context) + SCENE.patternFt,
  };
}

/** As recorded; else as the instructor said that they stood, in an airplane whose stages are known. */
function flapAngles(
  { timeS }: Track,
  { airplane, told }: ScoringContext,
  recorded: Float64Array | undefined,
): (row: number) => number | undefined {
  if (recorded) return (row) => (Number.isNaN(recorded[row]) ? undefined : recorded[row]);
  const said = told.flatMap((one) => ('configuration' in one ? [one] : []));
  if (said.length === 0 || !airplane) return () => undefined;
  const degrees = (configuration: Configuration) => flapDegrees(airplane, stageOf(airplane, configuration));
  return (row) => {
    // What was said last counts.
    const one = said.findLast(({ startS, endS }) => timeS[row] >= startS && timeS[row] <= endS);
    return one && degrees(one.configuration);
  };
}

const largest = (values: Float64Array): number => {
  let most = 0;
  for (const value of values) if (value > most) most = value;
  return most;
};

/** The median speed of steady level flight, wings level and not slow. */
function usualSpeed(track: Track): number {
  const { airspeedKt, verticalSpeedFpm, bankDeg } = track;
  const speeds: number[] = [];
  const stride = Math.max(1, Math.floor(track.timeS.length / 4000));
  for (let i = 0; i < track.timeS.length; i += stride) {
    if (Math.abs(verticalSpeedFpm[i]) < 200 && Math.abs(bankDeg.values[i]) < 8)
      speeds.push(airspeedKt.values[i]);
  }
  const known = speeds.filter((speed) => speed > SCENE.onGroundKt).sort((a, b) => a - b);
  // Slow flight and climbs hold the lower half.
  return known.length > 0 ? known[Math.floor(0.7 * known.length)] : Number.NaN;
}

/** Where the warner sounds in this airplane nobody described: where it did, flaps up and flaps out. */
function warningOfFlight(
  track: Track,
  flapsDeg: (row: number) => number,
  cruiseKt: number,
): (deg: number) => number {
  const rows = warningOnsets(track);
  const out = (deg: number) => deg > SCENE.flapsUpDeg;
  const heard = (flapsOut: boolean) =>
    median(rows.filter((row) => out(flapsDeg(row)) === flapsOut).map((row) => track.airspeedKt.values[row]));
  const usual = SCENE.warningShare * cruiseKt;
  const withFlaps = heard(true);
  // Not heard with the flaps up, it was not below where it was heard with flaps.
  const clean = heard(false) || Math.max(usual, withFlaps || 0);
  return (deg) => (out(deg) ? withFlaps || clean : clean);
}

/** Rows at which a recorded warner began to sound near level flight. */
function warningOnsets(track: Track): number[] {
  const warner = track.other('stall_warn')?.values;
  const rows: number[] = [];
  for (let i = 1; warner && i < warner.length; i++)
    if (warner[i] > 0.5 && warner[i - 1] <= 0.5 && Math.abs(track.bankDeg.values[i]) < 20) rows.push(i);
  return rows;
}

/** The ground that was given, else that on which the airplane stood a while; else nothing is known to be low. */
function groundOf(track: Track, { groundFt }: ScoringContext): number {
  if (groundFt !== undefined) return groundFt;
  const { timeS, airspeedKt, altitudeFt } = track;
  let lowest = Number.POSITIVE_INFINITY;
  // An airspeed worked out from a wind falls this low for a moment by its own error.
  let sinceS = Number.NaN;
  for (let i = 0; i < timeS.length; i++) {
    if (!(airspeedKt.values[i] < SCENE.onGroundKt)) sinceS = Number.NaN;
    else if (Number.isNaN(sinceS)) sinceS = timeS[i];
    if (timeS[i] - sinceS >= SCENE.stoodS) lowest = Math.min(lowest, altitudeFt.values[i]);
  }
  return Number.isFinite(lowest) ? lowest : Number.NEGATIVE_INFINITY;
}

/** Percent of power, throttle, manifold pressure or revolutions, as a share of the most in this flight. */
function powerShare(track: Track, airplane?: Airplane): (row: number) => number {
  const percent = track.other('power_pct')?.values;
  if (percent) return (row) => percent[row] / 100;
  const throttle = track.other('throttle')?.values;
  if (throttle) return (row) => throttle[row];
  const turns = track.other('map_inhg')?.values ?? turnsOf(track, airplane);
  if (!turns) return () => Number.NaN;
  const most = largest(turns);
  let least = most;
  for (const value of turns) if (value > 0 && value < least) least = value;
  if (most - least < (SCENE.powerRangePct / 100) * most) return () => Number.NaN;
  // Idle to full; a propeller that takes the cube of its turns would hide what the lever did.
  return (row) => (turns[row] - least) / (most - least);
}

/** The lever itself where it was recorded: an engine takes its time to follow. */
function leverOf(track: Track): ((row: number) => number) | undefined {
  const throttle = track.other('throttle')?.values;
  return throttle && ((row) => throttle[row]);
}

/** Mean share of the power over some rows; NaN where nothing tells. */
export function meanPower({ power }: Scene, { from, to }: Rows): number {
  const shares = Array.from({ length: Math.max(0, to - from) }, (_, k) => power(from + k));
  return meanOver(shares, { from: 0, to: shares.length });
}

/** Means over a time, for columns that a reader would average by eye. */
export const meanBetween = (track: Track, values: ArrayLike<number>, fromS: number, toS: number): number =>
  meanOver(values, rowsBetween(track.timeS, fromS, toS));

/** The rows of the segment that a row lies in. */
export const segmentAt = (track: Track, row: number): Rows =>
  track.segments.find(({ from, to }) => row >= from && row < to) ?? { from: row, to: row + 1 };

/** The speed that was flown in some rows before it fell: a gust's peak a minute earlier is not where it came from. */
export const speedBefore = ({ airspeedKt }: Track, { from, to }: Rows, mostKt: number): number =>
  median(airspeedKt.values.subarray(from, to).filter((kt) => kt > mostKt - SCENE.nearCruiseKt));
