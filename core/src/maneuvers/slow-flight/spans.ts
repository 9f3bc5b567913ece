/** Slow flight in a recording: level or nearly, near the warning's speed, for a while; from its entry to its recovery. */
import { type Configuration, configurationOf } from '../../airplane/configuration.ts';

import type { ScoringContext } from '../../kits/attempt/attempt.ts';
import { meanBetween, meanPower, type Scene, sceneOf, speedBefore } from '../../kits/attempt/scene.ts';
import { powerCut, stallAttempts } from '../../kits/stalls/stall-attempts.ts';
import { movingMean } from '../../recording/columns/moving-mean.ts';
import { rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Phase } from '../../scoring/schema.ts';
import { median } from '../../units/numbers.ts';
import { SLOW_SIGNS } from './tables.ts';
import { landingFlapsFrom } from './transition.ts';

export interface SlowSpan {
  /** Null where no flaps were recorded and nobody said how they stood. */
  variant: Configuration | null;
  startS: number;
  endS: number;
  /** When it was last as fast as it had been. */
  fastS: number;
  /** Slow, without entry and recovery. */
  slowFromS: number;
  slowToS: number;
  phases: Phase[];
  segment: { from: number; to: number };
}

export function slowSpans(track: Track, context: ScoringContext): SlowSpan[] {
  const scene = sceneOf(track, context);
  const stalls = stallAttempts(track, context);
  const briefedKt = Math.max(
    ...context.briefs.map(({ maneuver, entry }) =>
      maneuver === 'slow-flight' ? (entry?.airspeedKias ?? 0) : 0,
    ),
    0,
  );
  const unasked =
    context.briefs.length > 0 && !context.briefs.some(({ maneuver }) => maneuver === 'slow-flight');
  const aboveKt = unasked ? SLOW_SIGNS.aboveUnbriefedKt : SLOW_SIGNS.aboveWarningKt;
  const leastS = track.airspeedKt.source === 'derived' ? SLOW_SIGNS.leastDerivedS : SLOW_SIGNS.leastS;
  const spans: SlowSpan[] = [];
  for (const segment of track.segments) {
    for (const [fromS, toS] of slowRuns(track, segment, scene, aboveKt, briefedKt)) {
      // What belongs to a stall is the stall's.
      const stall = stalls.find(({ startS, endS }) => startS < toS && endS > fromS);
      const untilS = stall ? Math.min(toS, stall.startS) : toS;
      if (untilS - fromS < leastS || !isLevelLongEnough(track, fromS, untilS)) continue;
      if (isPowerOff(track, scene, fromS, untilS) || isOneTurn(track, fromS, untilS)) continue;
      if (briefedKt > 0 && isOnlySlower(track, scene, fromS, untilS, briefedKt)) continue;
      const span = describe(track, context, scene, segment, fromS, untilS, stall !== undefined);
      if (isLevellingOff(track, scene, fromS, untilS) || leadsDown(track, scene, fromS, untilS)) continue;
      // Down a long way before it was slow: a glide's end, or a descent's.
      if (fellBefore(track, span) > SLOW_SIGNS.mostFallFt) continue;
      spans.push(span);
    }
  }
  return spans;
}

/** Stretches slower than the warning and a margin, bridging moments of a few seconds. */
function slowRuns(
  track: Track,
  { from, to }: { from: number; to: number },
  scene: Scene,
  aboveKt: number,
  briefedKt: number,
): [number, number][] {
  const { timeS, airspeedKt, bankDeg, altitudeFt } = track;
  // Gusts come and go within seconds: level is told over several of them.
  const verticalSpeedFpm = movingMean(timeS, track.verticalSpeedFpm, SLOW_SIGNS.levelOverS);
  const runs: [number, number][] = [];
  let begin = Number.NaN;
  let lastS = Number.NaN;
  let lastSlowS = Number.NaN;
  for (let i = from; i < to; i++) {
    const slow =
      airspeedKt.values[i] <
        Math.max(
          scene.warningKias(scene.flapsDeg(i)) + aboveKt,
          briefedKt > 0 ? briefedKt + SLOW_SIGNS.aboveBriefKt : 0,
        ) &&
      Math.abs(bankDeg.values[i]) < SLOW_SIGNS.mostBankDeg &&
      altitudeFt.values[i] > scene.lowestFt;
    if (slow) lastSlowS = timeS[i];
    if (slow && Math.abs(verticalSpeedFpm[i]) < SLOW_SIGNS.levelFpm) {
      if (Number.isNaN(begin)) begin = timeS[i];
      lastS = timeS[i];
    }
    const over =
      !Number.isNaN(begin) &&
      (timeS[i] - lastS > SLOW_SIGNS.gustS || timeS[i] - lastSlowS > SLOW_SIGNS.bridgeS || i === to - 1);
    if (over) {
      runs.push([begin, lastS]);
      begin = Number.NaN;
    }
  }
  return runs;
}

function fellBefore(track: Track, { fastS, slowFromS }: SlowSpan): number {
  const altitude = track.altitudeFt.values;
  return (
    meanBetween(track, altitude, fastS - 2, fastS + 1) -
    meanBetween(track, altitude, slowFromS, slowFromS + 2)
  );
}

/** Slow flight has straight parts; what is banked nearly throughout is a turn flown at a low speed. */
function isOneTurn(track: Track, fromS: number, toS: number): boolean {
  const { from, to } = rowsBetween(track.timeS, fromS, toS);
  let banked = 0;
  for (let i = from; i < to; i++) if (Math.abs(track.bankDeg.values[i]) > SLOW_SIGNS.bankedDeg) banked++;
  return banked > SLOW_SIGNS.mostBanked * (to - from);
}

function isPowerOff(track: Track, scene: Scene, fromS: number, toS: number): boolean {
  const rows = rowsBetween(track.timeS, fromS + 5, toS);
  const shares = Float64Array.from({ length: Math.max(0, rows.to - rows.from) }, (_, k) =>
    scene.power(rows.from + k),
  );
  const sinks = heightAt(track, toS) < heightAt(track, fromS) - ((toS - fromS) / 60) * SLOW_SIGNS.glideFpm;
  // Rising air holds an airplane up that has its power off: a glide goes down.
  return sinks && median(shares) < SLOW_SIGNS.leastPower;
}

/** Far above the briefed speed with the power left where it was: the air took the speed, nobody slowed down. */
function isOnlySlower(track: Track, scene: Scene, fromS: number, toS: number, briefedKt: number): boolean {
  const { tooFastKt, powerOff, powerOffS } = SLOW_SIGNS;
  const rows = rowsBetween(track.timeS, fromS, toS);
  if (median(track.airspeedKt.values.subarray(rows.from, rows.to)) < briefedKt + tooFastKt) return false;
  const before = meanPower(scene, rowsBetween(track.timeS, fromS - powerOffS, fromS - powerOffS / 2));
  const slowing = meanPower(scene, rowsBetween(track.timeS, fromS - powerOffS / 4, fromS + powerOffS / 4));
  return before - slowing < powerOff;
}

const heightAt = (track: Track, s: number): number =>
  meanBetween(track, track.altitudeFt.values, s - 1, s + 1);

function isSlowerThan(track: Track, scene: Scene, fromS: number, toS: number, aboveKt: number): boolean {
  const { from, to } = rowsBetween(track.timeS, fromS, toS);
  return (
    median(track.airspeedKt.values.subarray(from, to)) < scene.warningKias(scene.flapsDeg(from)) + aboveKt
  );
}

/**
 * A climb or a descent that ends at its own speed is levelled off from there, and gathers speed: slow flight is slowed down to,
 * or stays.
 */
function isLevellingOff(track: Track, scene: Scene, fromS: number, toS: number): boolean {
  const { climbedS, climbedFt, levelledOffS, aboveWarningKt } = SLOW_SIGNS;
  const changedFt = heightAt(track, fromS) - heightAt(track, fromS - climbedS);
  if (!(Math.abs(changedFt) > climbedFt)) return false;
  return (
    (changedFt > 0 && toS - fromS < levelledOffS) || !isSlowerThan(track, scene, fromS, toS, aboveWarningKt)
  );
}

/** Slowed down to the speed of a descent, and down at it: what is slow for its own sake is recovered from. */
function leadsDown(track: Track, scene: Scene, fromS: number, toS: number): boolean {
  const { mostFallFt, downS, aboveUnbriefedKt, stillSlowKt } = SLOW_SIGNS;
  if (isSlowerThan(track, scene, fromS, toS, aboveUnbriefedKt)) return false;
  const { from, to } = rowsBetween(track.timeS, toS, toS + downS);
  const speed = track.airspeedKt.values;
  const faster = speed.subarray(from, to).some((kt) => kt > speed[from] + stillSlowKt);
  return !faster && heightAt(track, toS) - heightAt(track, toS + downS) > mostFallFt;
}

/** A glide or a climb at such a speed is none: the altitude is about held over any fifteen seconds of it. */
function isLevelLongEnough(track: Track, fromS: number, toS: number): boolean {
  for (let s = fromS; s + SLOW_SIGNS.leastS <= toS; s += 3)
    if (
      Math.abs(meanBetween(track, track.verticalSpeedFpm, s, s + SLOW_SIGNS.leastS)) < SLOW_SIGNS.levelMeanFpm
    )
      return true;
  return false;
}

function describe(
  track: Track,
  context: ScoringContext,
  scene: Scene,
  segment: { from: number; to: number },
  slowFromS: number,
  slowToS: number,
  intoStall: boolean,
): SlowSpan {
  const { timeS, airspeedKt } = track;
  const speed = airspeedKt.values;
  // From clean to landing flaps it is established when they are out.
  const heldFromS =
    landingFlapsFrom(track, context, scene, { startS: slowFromS, endS: slowToS }) ?? slowFromS;
  const rows = rowsBetween(timeS, heldFromS, slowToS, segment);
  const flaps = median(
    Float64Array.from({ length: rows.to - rows.from }, (_, k) => scene.flapsDeg(rows.from + k)),
  );
  const variant = scene.flapsKnown((rows.from + rows.to) >> 1)
    ? configurationOf(flaps, { stages: context.airplane?.flaps, fullFlapsDeg: scene.fullFlapsDeg })
    : null;

  const before = rowsBetween(timeS, slowFromS - SLOW_SIGNS.longestEntryS, slowFromS, segment);
  const fast = rowOfMax(before, (i) => speed[i]);
  const cruiseKt = fast >= 0 ? speedBefore(track, before, speed[fast]) : Number.NaN;
  const lastAbove = (kt: number): number => {
    for (let i = before.to - 1; i >= before.from; i--) if (speed[i] > kt) return i;
    return before.to - 1;
  };
  const start = lastAbove(cruiseKt - SLOW_SIGNS.stillKt);
  const fastS = fast >= 0 ? timeS[lastAbove(speed[fast] - SLOW_SIGNS.stillKt)] : timeS[start];
  const fallingS = timeS[Math.max(start, segment.from)];
  const startS = powerCut(track, context, fallingS) ?? fallingS;
  const cameFrom = fast >= 0 ? speed[fast] : speed[rows.from];

  const recoveryS = intoStall ? slowToS : recoveryFrom(track, scene, slowFromS, slowToS, segment);
  let endS = slowToS;
  if (!intoStall) {
    const after = rowsBetween(timeS, slowToS, slowToS + SLOW_SIGNS.longestRecoveryS, segment);
    endS = timeS[Math.max(after.from, after.to - 1)];
    for (let i = after.from; i < after.to; i++) {
      if (speed[i] > cameFrom - SLOW_SIGNS.recoveredKt) {
        endS = timeS[i];
        break;
      }
    }
  }
  const target = median(speed.subarray(rows.from, rows.to));
  const establishedS = firstSteady(track, heldFromS, recoveryS, target, segment);
  const phases: Phase[] = [
    { name: 'entry', startS, endS: establishedS },
    { name: 'established', startS: establishedS, endS: recoveryS },
  ];
  if (!intoStall) phases.push({ name: 'recovery', startS: recoveryS, endS });
  return { variant, startS, endS, fastS, slowFromS, slowToS: recoveryS, phases, segment };
}

/**
 * Where the speed begins its last rise, back from the end of the slow part while it was rising; or where the power came up and
 * stayed, which a gust does not undo that takes the speed back once more.
 */
function recoveryFrom(
  track: Track,
  scene: Scene,
  fromS: number,
  toS: number,
  segment: { from: number; to: number },
): number {
  const { timeS, airspeedKt } = track;
  const rows = rowsBetween(timeS, fromS, toS, segment);
  const middle = median(airspeedKt.values.subarray(rows.from, rows.to));
  let rising = rows.to - 1;
  while (rising > rows.from && !(airspeedKt.values[rising] < middle + SLOW_SIGNS.risesKt)) rising--;
  const firstHalf = rowsBetween(timeS, fromS, (fromS + toS) / 2, segment);
  const heldAt = meanPower(scene, firstHalf) + SLOW_SIGNS.recoveryPower;
  let powered = rows.to - 1;
  while (powered > rows.from && scene.power(powered) > heldAt) powered--;
  return timeS[Math.min(rising, powered)];
}

/** The speed about its target for three seconds. */
function firstSteady(
  track: Track,
  fromS: number,
  toS: number,
  targetKt: number,
  segment: { from: number; to: number },
): number {
  const { timeS, airspeedKt } = track;
  const rows = rowsBetween(timeS, fromS, toS, segment);
  let sinceS: number | undefined;
  for (let i = rows.from; i < rows.to; i++) {
    if (Math.abs(airspeedKt.values[i] - targetKt) > SLOW_SIGNS.steadyKt) sinceS = undefined;
    else sinceS ??= timeS[i];
    if (sinceS !== undefined && timeS[i] - sinceS >= SLOW_SIGNS.steadyS) return sinceS;
  }
  return fromS;
}
