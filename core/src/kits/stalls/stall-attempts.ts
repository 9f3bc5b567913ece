/** Stalls as attempts: which kind each was, from where its setup began to where the airplane was settled again. */

import { meanOver, type Rows, rowOfMax, rowsBetween, spreadOver } from '../../recording/columns/span.ts';
import { energyFpm } from '../../recording/track/energy.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Phase } from '../../scoring/schema.ts';
import { median } from '../../units/numbers.ts';
import type { Proposal, ScoringContext } from '../attempt/attempt.ts';
import { perFlight } from '../attempt/per-flight.ts';
import { meanBetween, meanPower, sceneOf, speedBefore } from '../attempt/scene.ts';
import type { StallEvent } from './event.ts';
import { findStalls } from './events.ts';
import { isMeant } from './meant.ts';
import { STALL_ATTEMPT } from './tables.ts';

type StallKind = 'power-off' | 'power-on' | 'in-a-row';

export interface StallAttempt {
  kind: StallKind;
  variant: string;
  events: StallEvent[];
  startS: number;
  endS: number;
  phases: Phase[];
}

/** The stalls of a flight, worked out once. */
export const stallAttempts = perFlight(describeStalls);

function describeStalls(track: Track, context: ScoringContext): StallAttempt[] {
  const attempts: StallAttempt[] = [];
  const events = findStalls(track, context).filter((event) => isMeant(track, context, event));
  let i = 0;
  while (i < events.length) {
    let n = 1;
    while (i + n < events.length && events[i + n].breakS - events[i + n - 1].breakS < STALL_ATTEMPT.inARowS)
      n++;
    const previousEndS = attempts.at(-1)?.endS ?? Number.NEGATIVE_INFINITY;
    if (n >= STALL_ATTEMPT.leastInARow) {
      attempts.push(
        describe(track, context, events.slice(i, i + n), 'in-a-row', previousEndS, events[i + n]),
      );
      i += n;
      continue;
    }
    attempts.push(
      describe(track, context, [events[i]], kindOf(track, context, events[i]), previousEndS, events[i + 1]),
    );
    i++;
  }
  return attempts;
}

/** By the power at the break; full power there may be the recovery's, and then by what was on when the stall showed. */
function kindOf(track: Track, context: ScoringContext, event: StallEvent): StallKind {
  const { pitchUpS, indicationS, breakS } = event;
  const shareAt = (atS: number) => powerBetween(track, context, atS - Math.max(1.5, track.stepS), atS);
  const before = breakS - 0.2;
  // A chirp of the warning long before the break belongs to the slowing down; no recovery's power comes so early.
  const shownS = Math.min(
    before,
    Math.max(indicationS, pitchUpS + STALL_ATTEMPT.powerSetS, breakS - STALL_ATTEMPT.recoveryLeadS),
  );
  const atBreak = shareAt(before);
  const share = atBreak > STALL_ATTEMPT.recoveryShare ? Math.min(atBreak, shareAt(shownS)) : atBreak;
  if (!Number.isNaN(share)) return share > STALL_ATTEMPT.powerOnShare ? 'power-on' : 'power-off';
  const rise = rowsBetween(track.timeS, Math.min(Math.max(pitchUpS, breakS - 12), breakS - 6), breakS - 1);
  return energyFpm(track, rise) < STALL_ATTEMPT.glidingFpm ? 'power-off' : 'power-on';
}

const powerBetween = (track: Track, context: ScoringContext, fromS: number, toS: number): number =>
  meanPower(sceneOf(track, context), rowsBetween(track.timeS, fromS, toS));

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
    variant: kind === 'in-a-row' ? 'standard' : bank > STALL_ATTEMPT.turningDeg ? 'turning' : 'straight',
    events,
    startS,
    endS,
    phases: phasesOf(track, kind, events, startS, endS),
  };
}

/** Bank held in the last seconds of the rise before the break: a turn may begin after the nose began to rise. */
function bankBefore(track: Track, { pitchUpS, breakS }: StallEvent): number {
  const fromS = Math.max(pitchUpS + 2, breakS - STALL_ATTEMPT.bankHeldS);
  const rows = rowsBetween(track.timeS, Math.min(fromS, breakS - 2), breakS);
  return Math.abs(median(track.bankDeg.values.subarray(rows.from, rows.to)));
}

/** Back from the rise to where the speed last stood still in cruise, and to the power that came off there. */
function setupStart(track: Track, context: ScoringContext, { pitchUpS }: StallEvent): number {
  const { timeS, airspeedKt } = track;
  const segment = track.segments.find(({ from, to }) => timeS[from] <= pitchUpS && timeS[to - 1] >= pitchUpS);
  const rows = rowsBetween(timeS, pitchUpS - STALL_ATTEMPT.longestSetupS, pitchUpS, segment);
  const speed = airspeedKt.values;
  const slowEndS = endOfSlowFlight(track, context, pitchUpS);
  if (slowEndS !== undefined) return slowEndS;
  const fastest = rowOfMax(rows, (i) => speed[i]);
  if (fastest < 0) return pitchUpS;
  const cruiseKt = speedBefore(track, rows, speed[fastest]);
  let start = fastest;
  for (let i = rows.to - 1; i >= rows.from; i--) {
    if (speed[i] > cruiseKt - STALL_ATTEMPT.stillKt) {
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
  const before = rowsBetween(track.timeS, endS - STALL_ATTEMPT.slowBeforeS, endS - 2);
  const speed = track.airspeedKt.values;
  const fastest = rowOfMax(before, (i) => speed[i]);
  if (fastest < 0) return undefined;
  const aboveKt = (kt: number) => kt - scene.warningKias(scene.flapsDeg(fastest));
  const slow =
    aboveKt(meanOver(speed, before)) < STALL_ATTEMPT.slowKt &&
    aboveKt(speed[fastest]) < STALL_ATTEMPT.slowInGustsKt;
  // Power that holds it there tells slow flight from the descent toward a stall; without it only the level does.
  const power = powerBetween(track, context, endS - STALL_ATTEMPT.slowBeforeS, endS - 2);
  if (power < STALL_ATTEMPT.slowPower) return undefined;
  const mostFpm = Number.isNaN(power) ? STALL_ATTEMPT.slowFpm : STALL_ATTEMPT.poweredSlowFpm;
  const level = Math.abs(meanOver(track.verticalSpeedFpm, before)) < mostFpm;
  const half = (before.from + before.to) >> 1;
  const slowedKt =
    meanOver(speed, { from: before.from, to: half }) - meanOver(speed, { from: half, to: before.to });
  return slow && level && slowedKt < STALL_ATTEMPT.slowSteadyKt ? endS : undefined;
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
  const rows = rowsBetween(
    timeS,
    lowestS,
    Math.min(lowestS + STALL_ATTEMPT.longestReturnS, latestS),
    segment,
  );
  let steadyS: number | undefined;
  for (let i = rows.from; i < rows.to; i++) {
    const level = Math.abs(verticalSpeedFpm[i]) < STALL_ATTEMPT.levelFpm;
    const climbing = verticalSpeedFpm[i] > STALL_ATTEMPT.stillClimbingFpm;
    const shortFt = entryFt - altitudeFt.values[i];
    if (
      timeS[i] > lowestS + 5 &&
      shortFt < (climbing ? STALL_ATTEMPT.regainedFt : STALL_ATTEMPT.levelledOffFt)
    )
      return timeS[i];
    const still = level && steadyS !== undefined;
    if (!level) steadyS = undefined;
    else steadyS ??= timeS[i];
    if (still && timeS[i] - steadyS! >= STALL_ATTEMPT.settledS) {
      const spread = spreadOver(airspeedKt.values, rowsBetween(timeS, steadyS!, timeS[i]));
      if (spread < STALL_ATTEMPT.settledKt) return timeS[i];
    }
  }
  return timeS[Math.max(rows.from, rows.to - 1)];
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
  const descent = kind === 'power-off' ? descentBefore(track, startS, pitchUpS) : undefined;
  if (descent) phases.push({ name: 'setup', startS, endS: descent.startS }, descent);
  else if (pitchUpS > startS) phases.push({ name: 'setup', startS, endS: pitchUpS });
  if (kind === 'in-a-row') {
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
    const down = i < rows.to && verticalSpeedFpm[i] < STALL_ATTEMPT.descentFpm;
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

/** The unbroken rows in which it broke. */
export const segmentOf = ({ timeS, segments }: Track, { breakS }: StallEvent): Rows =>
  segments.find(({ from, to }) => timeS[from] <= breakS && timeS[to - 1] >= breakS) ?? {
    from: 0,
    to: timeS.length,
  };

/** Proposals of one kind. */
export const stallProposals = (
  track: Track,
  context: ScoringContext,
  maneuver: string,
  kind: StallKind,
): Proposal[] =>
  stallAttempts(track, context)
    .filter((attempt) => attempt.kind === kind)
    .map(({ variant, startS, endS, events }) => ({
      maneuver,
      variant,
      startS,
      endS,
      segment: segmentOf(track, events[0]),
      state: 'complete',
    }));
