/** How a stall's recovery ended: climbing away at a climb's speed, once, without a second stall. */
import type { Evidence } from '../../scoring/requirement.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case } from '../attempt/case.ts';
import { slowSpeedsAt } from '../attempt/slow-speeds.ts';
import { climbSpeedsKias } from './climb-speeds.ts';
import type { StallEvent } from './event.ts';
import { failed, met, unseen } from './evidence.ts';
import { eventOf } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

/** V_X less a grace to V_Y and a margin, climbing; or level through V_X at the altitude. */
export function climbedAway(c: Case): Evidence {
  const event = eventOf(c);
  if (!event) return unseen(undefined, 'no-recovery-found');
  const { vx, vy } = climbSpeedsKias(c.context) ?? {};
  if (vx === undefined || vy === undefined) return unseen(undefined, 'climb-speeds-unknown');
  const limits = limitsOf(c.context, STALL_LIMITS);
  const { timeS, airspeedKt, verticalSpeedFpm, altitudeFt } = c.track;
  const pitch = c.track.other('pitch_deg')?.values;
  const rows = between(c, event.unloadS, c.attempt.endS + RECOVERY.endsAfterS);
  const entryFt = c.attempt.entry.altitudeFt;
  let sinceS = Number.NaN;
  let downS = timeS[rows.from];
  let stopped = false;
  for (let i = rows.from; i < rows.to; i++) {
    const kt = airspeedKt.values[i];
    if (pitch && pitch[i] < -limits.diveDeg)
      return failed(timeS[i], 'nose-below-horizon', { lowDeg: -pitch[i] });
    // Level, an airplane that runs away from its climb speed dives nowhere; and once it is down no more, what follows is
    // the way back to the altitude.
    if (verticalSpeedFpm[i] < RECOVERY.divesFpm) downS = timeS[i];
    stopped ||= timeS[i] - downS >= RECOVERY.stoppedS;
    if (!stopped && kt > vy + limits.tooFastKt && downS === timeS[i])
      return failed(timeS[i], 'fast-before-climb', { kias: kt });
    const climbing = verticalSpeedFpm[i] > RECOVERY.positiveFpm && kt >= vx - limits.speedGraceKt;
    const levelAtAltitude =
      altitudeFt.values[i] > entryFt - RECOVERY.atAltitudeFt &&
      Math.abs(verticalSpeedFpm[i]) < RECOVERY.levelFpm &&
      kt >= vx;
    if (!climbing && !levelAtAltitude) {
      sinceS = Number.NaN;
      continue;
    }
    if (Number.isNaN(sinceS)) sinceS = timeS[i];
    if (
      timeS[i] - sinceS >= RECOVERY.climbedS &&
      kt <= vy + limits.aboveVyKt + (levelAtAltitude ? RECOVERY.levelRunsKt : 0)
    )
      return met(timeS[i], climbing ? 'climbed-away' : 'level-again', { kias: kt });
  }
  return unseen(undefined, 'end-not-recorded');
}

/** A second stall after the first release: when it began. */
export function secondStallAt(c: Case, event: StallEvent): number | undefined {
  const { track } = c;
  const { timeS, verticalSpeedFpm, airspeedKt } = track;
  const rows = between(c, event.unloadS, event.unloadS + limitsOf(c.context, STALL_LIMITS).secondaryS);
  const warner = track.other('stall_warn')?.values;
  const sinkGrows = (fromS: number): boolean => {
    const about = between(c, fromS - RECOVERY.sinkBeforeS, fromS + RECOVERY.fallsWithinS);
    let best = Number.NEGATIVE_INFINITY;
    for (let i = about.from; i < about.to; i++) {
      if (best - verticalSpeedFpm[i] > RECOVERY.sinkGrowsFpm) return true;
      best = Math.max(best, verticalSpeedFpm[i]);
    }
    return false;
  };
  const load = track.other('load_g')?.values;
  const loadDrops = (fromS: number): boolean => {
    if (!load) return false;
    const about = between(c, fromS, fromS + RECOVERY.fallsWithinS);
    let most = 0;
    for (let i = about.from; i < about.to && warner && warner[i] > 0.5; i++) {
      if (most - load[i] > RECOVERY.loadDropsG) return true;
      most = Math.max(most, load[i]);
    }
    return false;
  };
  const isNew = (s: number) => regained(c, event, s) || pulledAgain(c, event, s);
  if (warner) return warnedAgain(c, rows, warner, (s) => isNew(s) && (sinkGrows(s) || loadDrops(s)));
  let leastKt = Number.POSITIVE_INFINITY;
  let sinceS = Number.NaN;
  for (let i = rows.from; i < rows.to; i++) {
    const kt = airspeedKt.values[i];
    leastKt = Math.min(leastKt, kt);
    const stall = slowSpeedsAt(c, i)?.stall[0];
    if (stall === undefined) return undefined;
    const n = Math.max(RECOVERY.leastLoadG, load ? load[i] : 1);
    const again = kt - leastKt >= 0 && kt <= stall * Math.sqrt(n) + RECOVERY.atStallKt;
    if (!again || !regained(c, event, timeS[i])) sinceS = Number.NaN;
    else if (Number.isNaN(sinceS)) sinceS = timeS[i];
    if (timeS[i] - sinceS >= RECOVERY.stalledAgainS) return sinceS;
  }
  return undefined;
}

/** Whether some speed had come back since the release. */
function regained(c: Case, event: StallEvent, atS: number): boolean {
  const speed = c.track.airspeedKt.values;
  const rows = between(c, event.unloadS, atS);
  const from = speed[rows.from];
  for (let i = rows.from; i < rows.to; i++) if (speed[i] > from + RECOVERY.regainedKt) return true;
  return false;
}

/** The stick came back again after it had gone forward; true where no stick is on record, and a nose that bobs is not told from a pull. */
function pulledAgain(c: Case, event: StallEvent, atS: number): boolean {
  const elevator = c.track.other('elevator')?.values;
  if (!elevator) return true;
  const rows = between(c, event.unloadS, atS + RECOVERY.secondS);
  let least = Number.POSITIVE_INFINITY;
  for (let i = rows.from; i < rows.to; i++) {
    if (elevator[i] > least + RECOVERY.pulledAgain) return true;
    least = Math.min(least, elevator[i]);
  }
  return false;
}

/** Quiet for most of a second, then the warner for a whole one, and the airplane falls again. */
function warnedAgain(
  { track }: Case,
  { from, to }: { from: number; to: number },
  warner: Float64Array,
  fallsAgain: (fromS: number) => boolean,
): number | undefined {
  let quietSinceS = Number.NaN;
  let soundsSinceS = Number.NaN;
  for (let i = from; i < to; i++) {
    if (warner[i] <= 0.5) {
      if (!Number.isNaN(soundsSinceS)) quietSinceS = Number.NaN;
      if (Number.isNaN(quietSinceS)) quietSinceS = track.timeS[i];
      soundsSinceS = Number.NaN;
      continue;
    }
    if (Number.isNaN(soundsSinceS)) {
      const quiet = track.timeS[i] - quietSinceS >= RECOVERY.quietS;
      if (!quiet) {
        quietSinceS = Number.NaN;
        continue;
      }
      soundsSinceS = track.timeS[i];
    }
    const forS = track.timeS[i] - soundsSinceS + track.stepS;
    const rows = Math.round((track.timeS[i] - soundsSinceS) / track.stepS) + 1;
    if (forS >= RECOVERY.secondS && rows >= 2 && fallsAgain(soundsSinceS)) return soundsSinceS;
  }
  return undefined;
}

export function noSecondStall(c: Case): Evidence {
  const event = eventOf(c);
  if (!event) return unseen(undefined, 'no-recovery-found');
  const again = secondStallAt(c, event);
  if (again !== undefined) return failed(again, 'stalled-again', { afterS: again - event.unloadS });
  const known = c.track.other('stall_warn') || c.context.airplane;
  return known ? met(event.unloadS, 'no-second-stall') : unseen(undefined, 'stall-not-on-record');
}
