/** Stalls as attempts: which kind each was, from where its setup began to where the airplane was settled again. */
import { energyFpm } from '../recording/energy.ts';
import { meanOver, rowOfMax, rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import type { Phase } from '../scoring/schema.ts';
import { median } from '../units/numbers.ts';
import type { Proposal, ScoringContext } from './maneuver.ts';
import { meanBetween, sceneOf, speedBefore } from './scene.ts';
import { findStalls, type StallEvent } from './stall-events.ts';

export type StallKind = 'power-off-stall' | 'power-on-stall' | 'stall-series';

export interface StallAttempt {
  kind: StallKind;
  variant: string;
  events: StallEvent[];
  startS: number;
  endS: number;
  phases: Phase[];
}

/** Midway between idle and 65 %. */
const POWER_ON_SHARE = 0.28;
/** With no power recorded: gliding, a stalling airplane loses energy at this rate or more, ft/min. */
const GLIDING_FPM = -250;
/** Power for a power-on stall is set by so long after the nose began to rise. */
const POWER_SET_S = 4;
const RECOVERY_SHARE = 0.7;
const TURNING_DEG = 8;
const LONGEST_SETUP_S = 100;
const STILL_KT = 2.5;
const SETTLED_S = 10;
/** The altitude is regained when it is reached, or levelled off at so far below. */
const REGAINED_FT = 10;
const LEVELLED_OFF_FT = 60;
const STILL_CLIMBING_FPM = 200;
const LONGEST_RETURN_S = 150;
/** Stalls this close, several in a row, are one exercise. */
const IN_A_ROW_S = 65;
const LEAST_IN_A_ROW = 3;
const DESCENT_FPM = -200;
/** Slow flight came before when for so long it was this close to the warning, level, and as slow all the while. */
const SLOW_BEFORE_S = 15;
const SLOW_KT = 10;
const SLOW_IN_GUSTS_KT = 14;
const SLOW_FPM = 200;
const POWERED_SLOW_FPM = 280;
const SLOW_POWER = 0.15;
const SLOW_STEADY_KT = 4;

const known = new WeakMap<Track, StallAttempt[]>();

export function stallAttempts(track: Track, context: ScoringContext): StallAttempt[] {
  const found = known.get(track);
  if (found) return found;
  const attempts: StallAttempt[] = [];
  const events = findStalls(track, context);
  let i = 0;
  while (i < events.length) {
    let n = 1;
    while (i + n < events.length && events[i + n].breakS - events[i + n - 1].breakS < IN_A_ROW_S) n++;
    const previousEndS = attempts.at(-1)?.endS ?? Number.NEGATIVE_INFINITY;
    if (n >= LEAST_IN_A_ROW) {
      attempts.push(
        describe(track, context, events.slice(i, i + n), 'stall-series', previousEndS, events[i + n]),
      );
      i += n;
      continue;
    }
    attempts.push(
      describe(track, context, [events[i]], kindOf(track, context, events[i]), previousEndS, events[i + 1]),
    );
    i++;
  }
  known.set(track, attempts);
  return attempts;
}

/** By the power at the break; full power there may be the recovery's, and then by what was on when the stall showed. */
function kindOf(track: Track, context: ScoringContext, event: StallEvent): StallKind {
  const { pitchUpS, indicationS, breakS } = event;
  const shareAt = (atS: number) => meanPower(track, context, atS - Math.max(1.5, track.stepS), atS);
  const before = breakS - 0.2;
  const shownS = Math.min(before, Math.max(indicationS, pitchUpS + POWER_SET_S));
  const atBreak = shareAt(before);
  const share = atBreak > RECOVERY_SHARE ? Math.min(atBreak, shareAt(shownS)) : atBreak;
  if (!Number.isNaN(share)) return share > POWER_ON_SHARE ? 'power-on-stall' : 'power-off-stall';
  const rise = rowsBetween(track.timeS, Math.min(Math.max(pitchUpS, breakS - 12), breakS - 6), breakS - 1);
  return energyFpm(track, rise) < GLIDING_FPM ? 'power-off-stall' : 'power-on-stall';
}

/** Mean share of the power over a span; NaN where nothing tells. */
function meanPower(track: Track, context: ScoringContext, fromS: number, toS: number): number {
  const { power } = sceneOf(track, context);
  const { from, to } = rowsBetween(track.timeS, fromS, toS);
  const shares = Array.from({ length: to - from }, (_, k) => power(from + k));
  return meanOver(shares, { from: 0, to: shares.length });
}

function describe(
  track: Track,
  context: ScoringContext,
  events: StallEvent[],
  kind: StallKind,
  previousEndS: number,
  next: StallEvent | undefined,
): StallAttempt {
  const first = events[0];
  const last = events[events.length - 1];
  const startS = Math.max(setupStart(track, context, first), previousEndS);
  const entryFt = meanBetween(track, track.altitudeFt.values, startS - 3, startS);
  const endS = returned(track, last, entryFt, next ? next.pitchUpS : Number.POSITIVE_INFINITY);
  const bank = bankBefore(track, first);
  return {
    kind,
    variant: kind === 'stall-series' ? 'standard' : bank > TURNING_DEG ? 'turning' : 'straight',
    events,
    startS,
    endS,
    phases: phasesOf(track, kind, events, startS, endS),
  };
}

/** Bank held in the rise before the break. */
function bankBefore(track: Track, { pitchUpS, breakS }: StallEvent): number {
  const rows = rowsBetween(track.timeS, Math.min(pitchUpS + 2, breakS - 2), breakS);
  return Math.abs(median(track.bankDeg.values.subarray(rows.from, rows.to)));
}

/** Back from the rise to where the speed last stood still in cruise, and to the power that came off there. */
function setupStart(track: Track, context: ScoringContext, { pitchUpS }: StallEvent): number {
  const { timeS, airspeedKt } = track;
  const segment = track.segments.find(({ from, to }) => timeS[from] <= pitchUpS && timeS[to - 1] >= pitchUpS);
  const rows = rowsBetween(timeS, pitchUpS - LONGEST_SETUP_S, pitchUpS, segment);
  const speed = airspeedKt.values;
  const slowEndS = endOfSlowFlight(track, context, pitchUpS);
  if (slowEndS !== undefined) return slowEndS;
  const fastest = rowOfMax(rows, (i) => speed[i]);
  if (fastest < 0) return pitchUpS;
  const cruiseKt = speedBefore(track, rows, speed[fastest]);
  let start = fastest;
  for (let i = rows.to - 1; i >= rows.from; i--) {
    if (speed[i] > cruiseKt - STILL_KT) {
      start = i;
      break;
    }
  }
  return powerCut(track, context, timeS[start]) ?? timeS[start];
}

/** Straight out of slow flight the cut of the power, or the rise itself, begins the stall: where that is. */
function endOfSlowFlight(track: Track, context: ScoringContext, pitchUpS: number): number | undefined {
  const scene = sceneOf(track, context);
  const endS = powerCut(track, context, pitchUpS - 2) ?? pitchUpS;
  const before = rowsBetween(track.timeS, endS - SLOW_BEFORE_S, endS - 2);
  const speed = track.airspeedKt.values;
  const fastest = rowOfMax(before, (i) => speed[i]);
  if (fastest < 0) return undefined;
  const aboveKt = (kt: number) => kt - scene.warningKias(scene.flapsDeg(fastest));
  const slow = aboveKt(meanOver(speed, before)) < SLOW_KT && aboveKt(speed[fastest]) < SLOW_IN_GUSTS_KT;
  // Power that holds it there tells slow flight from the descent toward a stall; without it only the level does.
  const power = meanPower(track, context, endS - SLOW_BEFORE_S, endS - 2);
  if (power < SLOW_POWER) return undefined;
  const mostFpm = Number.isNaN(power) ? SLOW_FPM : POWERED_SLOW_FPM;
  const level = Math.abs(meanOver(track.verticalSpeedFpm, before)) < mostFpm;
  const half = (before.from + before.to) >> 1;
  const slowedKt =
    meanOver(speed, { from: before.from, to: half }) - meanOver(speed, { from: half, to: before.to });
  return slow && level && slowedKt < SLOW_STEADY_KT ? endS : undefined;
}

/** Where the power came off within the seconds before the speed began to fall. */
export function powerCut(track: Track, context: ScoringContext, fallingS: number): number | undefined {
  const { lever } = sceneOf(track, context);
  const rows = rowsBetween(track.timeS, fallingS - 10, fallingS + 6);
  if (rows.to - rows.from < 3 || Number.isNaN(lever(rows.from))) return undefined;
  const before = lever(rows.from);
  for (let i = rows.from; i < rows.to; i++) if (lever(i) < before - 0.08) return track.timeS[i];
  return undefined;
}

/** When the altitude of the entry was regained, or everything was settled for ten seconds. */
function returned(track: Track, { lowestS }: StallEvent, entryFt: number, latestS: number): number {
  const { timeS, altitudeFt, verticalSpeedFpm, airspeedKt } = track;
  const segment = track.segments.find(({ from, to }) => timeS[from] <= lowestS && timeS[to - 1] >= lowestS);
  const rows = rowsBetween(timeS, lowestS, Math.min(lowestS + LONGEST_RETURN_S, latestS), segment);
  let steadyS: number | undefined;
  for (let i = rows.from; i < rows.to; i++) {
    const level = Math.abs(verticalSpeedFpm[i]) < 130;
    const climbing = verticalSpeedFpm[i] > STILL_CLIMBING_FPM;
    const shortFt = entryFt - altitudeFt.values[i];
    if (timeS[i] > lowestS + 5 && shortFt < (climbing ? REGAINED_FT : LEVELLED_OFF_FT)) return timeS[i];
    const still = level && steadyS !== undefined;
    if (!level) steadyS = undefined;
    else steadyS ??= timeS[i];
    if (still && timeS[i] - steadyS! >= SETTLED_S) {
      const spread = spreadOf(airspeedKt.values, rowsBetween(timeS, steadyS!, timeS[i]));
      if (spread < 8) return timeS[i];
    }
  }
  return timeS[Math.max(rows.from, rows.to - 1)];
}

function spreadOf(values: Float64Array, { from, to }: { from: number; to: number }): number {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = from; i < to; i++) {
    low = Math.min(low, values[i]);
    high = Math.max(high, values[i]);
  }
  return high - low;
}

function phasesOf(
  track: Track,
  kind: StallKind,
  events: StallEvent[],
  startS: number,
  endS: number,
): Phase[] {
  const [first, last] = [events[0], events[events.length - 1]];
  const pitchUpS = Math.max(startS, Math.min(first.pitchUpS, first.breakS));
  const phases: Phase[] = [];
  const descent = kind === 'power-off-stall' ? descentBefore(track, startS, pitchUpS) : undefined;
  if (descent) phases.push({ name: 'setup', startS, endS: descent.startS }, descent);
  else if (pitchUpS > startS) phases.push({ name: 'setup', startS, endS: pitchUpS });
  if (kind === 'stall-series') {
    for (const { pitchUpS: from, breakS, unloadS } of events)
      phases.push(
        { name: 'pitch-up', startS: Math.max(startS, from), endS: breakS },
        { name: 'stall', startS: breakS, endS: unloadS },
      );
  } else {
    phases.push({ name: 'pitch-up', startS: pitchUpS, endS: first.breakS });
    phases.push({ name: 'stall', startS: first.breakS, endS: Math.max(first.breakS, first.unloadS) });
  }
  const recoveredS = Math.min(endS, Math.max(last.unloadS, last.lowestS));
  phases.push({ name: 'recovery', startS: Math.max(last.breakS, last.unloadS), endS: recoveredS });
  if (endS > recoveredS) phases.push({ name: 'return', startS: recoveredS, endS });
  return phases.filter(({ startS: from, endS: to }) => to >= from);
}

/** The longest stretch of going down before the rise. */
function descentBefore(track: Track, startS: number, pitchUpS: number): Phase | undefined {
  const { timeS, verticalSpeedFpm } = track;
  const rows = rowsBetween(timeS, startS, pitchUpS + 2);
  let best: Phase | undefined;
  let from = -1;
  for (let i = rows.from; i <= rows.to; i++) {
    const down = i < rows.to && verticalSpeedFpm[i] < DESCENT_FPM;
    if (down && from < 0) from = i;
    if (!down && from >= 0) {
      const [a, b] = [timeS[from], Math.min(timeS[i - 1], pitchUpS)];
      if (b - a > 3 && (!best || b - a > best.endS - best.startS))
        best = { name: 'descent', startS: a, endS: b };
      from = -1;
    }
  }
  return best;
}

/** Proposals of one kind. */
export const stallProposals = (track: Track, context: ScoringContext, kind: StallKind): Proposal[] =>
  stallAttempts(track, context)
    .filter((attempt) => attempt.kind === kind)
    .map(({ variant, startS, endS, events }) => ({
      maneuver: kind,
      variant,
      startS,
      endS,
      segment: track.segments.find(
        ({ from, to }) => track.timeS[from] <= events[0].breakS && track.timeS[to - 1] >= events[0].breakS,
      ) ?? { from: 0, to: track.timeS.length },
      state: 'complete',
    }));
