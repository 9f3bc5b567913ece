/** The release and the power in a stall's recovery: which came first, and how much of it. */

import { type Coded, codesOf } from '../../coded.ts';
import { performanceOf } from '../../performance/fit.ts';
import { fullThrottleTurns } from '../../performance/level.ts';
import { tasMps } from '../../performance/model.ts';
import { firstWhere, longestStretch, medianOver, type Rows } from '../../recording/columns/span.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { turnsOf } from '../../signals/power.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case, extremes } from '../attempt/case.ts';
import type { StallEvent } from './event.ts';
import type { PowerEvidence } from './evidence.ts';
import { failed, met, notApplicable, unseen } from './evidence.ts';
import { eventOf } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

const known = codesOf<PowerEvidence>();

/** When the power came up about the break; undefined where it did not, or nothing tells. */
function powerUpAt(c: Case, event: StallEvent): number | undefined {
  const rows = between(c, event.breakS - 3, event.unloadS + 6);
  const { lever } = c.scene;
  if (rows.to - rows.from < 3 || Number.isNaN(lever(rows.from))) return undefined;
  const before = lever(rows.from);
  const up = firstWhere(rows, (i) => lever(i) > before + RECOVERY.powerUp);
  return up < 0 ? undefined : c.track.timeS[up];
}

/** Seconds by which the power came before the release, and whether the wing stayed stalled through them. */
function powerLead(
  c: Case,
  event: StallEvent,
): { leadS: number; powerS: number; persisted: boolean } | undefined {
  const powerS = powerUpAt(c, event);
  if (powerS === undefined) return undefined;
  const warner = c.track.other('stall_warn')?.values;
  const after = between(c, powerS, powerS + RECOVERY.persistedS);
  const sounding = warner && after.to > after.from && firstWhere(after, (i) => warner[i] <= 0.5) < 0;
  const leadS = event.unloadS - powerS;
  return { leadS, powerS, persisted: sounding || (event.unloadSeen && leadS >= RECOVERY.persistedS) };
}

const mostLeadS = (c: Case): number => {
  const limits = limitsOf(c.context, STALL_LIMITS);
  return c.track.stepS > 0.7 ? 2 * limits.powerFirstS : limits.powerFirstS;
};

/** The power led the release by more than a hand's breadth, with the wing stalled: seconds, and when it came. */
export function poweredFirst(c: Case, event: StallEvent): { leadS: number; powerS: number } | undefined {
  const lead = powerLead(c, event);
  return lead?.persisted && lead.leadS > mostLeadS(c) ? lead : undefined;
}

/** The nose goes down before the power comes, or with it. */
export function releasedFirst(c: Case): Evidence {
  const event = eventOf(c);
  if (!event) return unseen(undefined, 'no-recovery-found');
  const first = poweredFirst(c, event);
  if (first) return failed(first.powerS, 'power-before-release', { leadS: first.leadS });
  if (Number.isNaN(c.scene.lever(c.rows.from))) return unseen(undefined, 'power-not-recorded');
  const lead = powerLead(c, event);
  if (!lead) return notApplicable(undefined, 'no-power-added');
  if (!event.unloadSeen && !c.track.other('stall_warn') && lead.leadS > mostLeadS(c))
    return unseen(undefined, 'release-not-told');
  return lead.leadS > 0.2
    ? met(event.unloadS, 'released-with-power')
    : met(event.unloadS, 'released-first', { powerAfterS: Math.max(0, -lead.leadS) });
}

/** Let go within a few seconds of the break. */
export function releasedPromptly(c: Case): Evidence {
  const event = eventOf(c);
  if (!event?.unloadSeen) return unseen(undefined, 'release-not-told');
  const late = event.unloadS - event.breakS;
  const afterS = { afterS: Math.max(0, late) };
  // A row a second places each of the two to a second.
  const graceS = c.track.stepS > 0.7 ? c.track.stepS : 0;
  return late > limitsOf(c.context, STALL_LIMITS).lateS + graceS
    ? failed(event.unloadS, 'released-after-break', afterS)
    : met(event.unloadS, 'released-after-break', afterS);
}

/** Power, as far as it can be compared with the most that there was: 1 is all of it. */
interface Share {
  share: number;
  /** From where it is surely enough, and below which it surely is not. */
  enough: number;
  tooLittle: number;
  /** How it is known, and the figures. */
  known: Coded;
}

/** The most power in some rows against what a climb would have. */
function climbShare(c: Case, rows: Rows, pick: (values: Float64Array) => number): Share | undefined {
  const { track } = c;
  const throttle = track.other('throttle')?.values;
  const limits = limitsOf(c.context, STALL_LIMITS);
  if (throttle) {
    const share = pick(throttle);
    return {
      share,
      enough: limits.climbPower,
      tooLittle: limits.climbPower,
      known: known('throttle-share', { sharePct: 100 * share }),
    };
  }
  const percent = track.other('power_pct')?.values;
  const climb = climbOfFlight(c);
  if (percent && climb) {
    const share = pick(percent) / meanOf(percent, climb);
    return {
      share,
      enough: limits.climbPower,
      tooLittle: limits.climbPower,
      known: known('percent-of-power', { powerPct: pick(percent) }),
    };
  }
  const manifold = track.other('map_inhg')?.values;
  if (manifold && climb) {
    const [most, full] = [pick(manifold), meanOf(manifold, climb)];
    return {
      share: (most - RECOVERY.noPowerInHg) / (full - RECOVERY.noPowerInHg),
      enough: limits.climbPower,
      tooLittle: limits.climbPower,
      known: known('manifold-of-climb', { powerInHg: most, climbInHg: full }),
    };
  }
  const rpm = turnsOf(c.track, c.context.airplane);
  const full = rpm && (climb ? meanOf(rpm, climb) : fullThrottleRpm(c, rows));
  if (!rpm || !full) return undefined;
  const most = pick(rpm);
  return {
    share: most / full,
    enough: limits.fullRpmShare,
    tooLittle: limits.leastRpmShare,
    known: known('rpm-of-full-throttle', { rpm: most, fullRpm: full }),
  };
}

const meanOf = (values: Float64Array, rows: Rows): number => medianOver(values, rows);

/** The longest steady climb of the flight near this altitude: full throttle, by the usual way of climbing. */
function climbOfFlight(c: Case): Rows | undefined {
  const { track } = c;
  const altitude = track.altitudeFt.values;
  const here = altitude[c.rows.from];
  const climbing = longestStretch(
    track.timeS,
    { from: 0, to: track.timeS.length },
    (i) =>
      track.verticalSpeedFpm[i] > RECOVERY.climbFpm &&
      Math.abs(altitude[i] - here) < RECOVERY.climbWithinFt &&
      track.airspeedKt.values[i] > c.scene.warningKias(0) + 8,
  );
  if (!climbing || climbing.endS - climbing.startS < RECOVERY.climbS) return undefined;
  return between(
    { ...c, attempt: { ...c.attempt, segment: { from: 0, to: track.timeS.length } } },
    climbing.startS + 3,
    climbing.endS - 1,
  );
}

/** By the book's model, at the speed flown; undefined where it is but an estimate. */
function fullThrottleRpm(c: Case, rows: Rows): number | undefined {
  const { context, track } = c;
  const model = context.airplane && performanceOf(context.airplane);
  if (model?.propeller.kind !== 'fixed-pitch' || model.from.shaftPower === 'estimated') return undefined;
  const at = {
    weightLb: context.weightLb ?? model.airplane.maxWeightLb,
    pressureAltitudeFt: track.altitudeFt.values[rows.from],
  };
  const v = tasMps(model.airplane, track.airspeedKt.values[rows.from], at);
  return fullThrottleTurns(model, v, at) * 60 * model.engine.gearRatio;
}

/** Nearly all the power there is, within seconds of the release. */
export function recoveredWithPower(c: Case): Evidence {
  const event = eventOf(c);
  if (!event) return unseen(undefined, 'no-recovery-found');
  const limits = limitsOf(c.context, STALL_LIMITS);
  // An engine takes a moment to follow the lever.
  const lagS = c.track.other('throttle') ? 0 : RECOVERY.engineLagS;
  const rows = between(c, event.breakS, event.unloadS + limits.powerWithinS + lagS);
  const most = climbShare(c, rows, (values) => values[extremes(values, rows).high]);
  if (!most) return unseen(undefined, 'no-power-to-compare');
  const evidence: Coded = {
    code: most.known.code,
    params: { ...most.known.params, withinS: limits.powerWithinS },
  };
  if (most.share >= most.enough) return { held: true, evidence, atS: event.unloadS };
  return most.share < most.tooLittle
    ? { held: false, evidence, atS: event.unloadS }
    : { held: null, evidence: { ...evidence, params: { ...evidence.params, unsure: true } } };
}

/** Revolutions before the first sign against full throttle, where no book gives the percentage. */
export function shareBeforeSign(c: Case, rows: Rows): Share | undefined {
  const rpm = turnsOf(c.track, c.context.airplane);
  const climb = climbOfFlight(c);
  if (!rpm || !climb) return undefined;
  const limits = limitsOf(c.context, STALL_LIMITS);
  const full = meanOf(rpm, climb);
  const used = medianOver(rpm, rows);
  return {
    share: used / full,
    enough: limits.fullRpmShare,
    tooLittle: limits.leastRpmShare,
    known: known('rpm-of-climb', { rpm: used, fullRpm: full }),
  };
}
