/** How deep a stall went: to the break, to its first indication, or to nothing at all. */
import { localSlope } from '../../recording/columns/resample.ts';
import { longestStretch, type Rows, rowOfMax } from '../../recording/columns/span.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case, extremes } from '../attempt/case.ts';
import { slowSpeedsAt } from '../attempt/slow-speeds.ts';
import type { StallEvent } from './event.ts';
import { failed, met, unseen } from './evidence.ts';
import { eventOf, stallAttemptAt } from './stall-case.ts';
import { NOSE, STALL_LIMITS } from './tables.ts';

export type AskedDepth = 'full' | 'first-indication';

interface Deepest {
  /** Row of the least speed between the pitch-up and the release. */
  slowest: number;
  slowestKt: number;
  /** Above the warning's and the stall's speed there, from the least to the most that it may be; NaN without an airplane. */
  aboveWarningKt: readonly [number, number];
  aboveStallKt: readonly [number, number];
  /** When the warner began; undefined where it was silent or not recorded. */
  warnedS?: number;
  hasWarner: boolean;
}

/** The deepest moment of a stall; undefined where nothing was slow. */
function deepest(c: Case, event: StallEvent): Deepest | undefined {
  const { track } = c;
  const rows = between(c, event.pitchUpS, event.unloadS + 2);
  const slowest = extremes(track.airspeedKt.values, rows).low;
  if (slowest < 0) return undefined;
  const slowestKt = track.airspeedKt.values[slowest];
  // The bank that was held before a wing went: a drop is not a turn.
  const speeds = slowSpeedsAt(c, slowest, c.attempt.targets.bankDeg ?? 0);
  const above = (range?: readonly [number, number]): [number, number] =>
    range ? [slowestKt - range[1], slowestKt - range[0]] : [Number.NaN, Number.NaN];
  const warner = track.other('stall_warn')?.values;
  const sounding = warner && longestStretch(track.timeS, rows, (i) => warner[i] > 0.5);
  return {
    slowest,
    slowestKt,
    aboveWarningKt: above(speeds?.warning),
    aboveStallKt: above(speeds?.stall),
    warnedS: sounding && event.indicationS < sounding.startS ? event.indicationS : sounding?.startS,
    hasWarner: warner !== undefined,
  };
}

/** Recovered so fast, and with nothing sounding, that there was no stall: by how much above the warning, kt. */
export function noStallKt(c: Case, event: StallEvent): number | undefined {
  const at = deepest(c, event);
  if (!at || at.warnedS !== undefined) return undefined;
  const above = at.aboveWarningKt[0];
  return above > limitsOf(c.context, STALL_LIMITS).noStallKt ? above : undefined;
}

/** Fall of the nose about the break, °/s; NaN without a pitch. */
function noseFallDegPerS(c: Case, rows: Rows): number {
  const { track } = c;
  const pitch = track.other('pitch_deg')?.values;
  if (!pitch || rows.to - rows.from < 3) return Number.NaN;
  const slopes = localSlope(track.timeS, pitch, rows, Math.max(0.5, track.stepS));
  return -Math.min(...slopes);
}

/** Most that the sink grew within some seconds, ft/min, while the nose was held where a pitch tells. */
function sinkGrowthFpm(c: Case, rows: Rows, withinS: number, heldNose: boolean): number {
  const { track } = c;
  const pitch = heldNose ? track.other('pitch_deg')?.values : undefined;
  const climb = track.verticalSpeedFpm;
  let most = 0;
  let first = rows.from;
  for (let i = rows.from; i < rows.to; i++) {
    while (track.timeS[i] - track.timeS[first] > withinS + 1e-6) first++;
    for (let k = first; k < i; k++) {
      if (pitch && pitch[i] < pitch[k] - NOSE.mushDeg) continue;
      most = Math.max(most, climb[k] - climb[i]);
    }
  }
  return most;
}

/** Full stalls: power off by speed and the break, power on by the break alone, since books give idle speeds. */
function fullStall(c: Case, event: StallEvent): Evidence {
  const at = deepest(c, event);
  if (!at) return unseen(undefined, 'no-airspeed-at-break');
  const limits = limitsOf(c.context, STALL_LIMITS);
  const early = noStallKt(c, event);
  const atS = c.track.timeS[at.slowest];
  if (early !== undefined) return failed(event.unloadS, 'recovered-above-warning', { aboveKt: early });
  const kind = stallAttemptAt(c.track, c.context, c.attempt)?.kind;
  const broke = {
    kias: at.slowestKt,
    ...(at.warnedS !== undefined && { warningBeforeS: Math.max(0, event.breakS - at.warnedS) }),
  };
  const around = between(c, event.breakS - 2, Math.max(event.unloadS, event.breakS) + 2);
  const noseFell = noseFallDegPerS(c, around) >= limits.breakDegPerS;
  if (kind === 'power-on') {
    // At a row a second the slope reaches over three of them, and the nose with it.
    const sparse = c.track.stepS > 0.7;
    const before = between(c, event.breakS - 3, Math.max(event.unloadS, event.breakS + (sparse ? 1.5 : 0.5)));
    const collapsed = sinkGrowthFpm(c, before, sparse ? 3 : 2, !sparse) >= limits.breakFpm;
    if (collapsed || wingFell(c, event)) return met(event.breakS, 'broke-at', broke);
    return unseen(undefined, 'break-not-told');
  }
  // Calibrated in the book, and a knot of grace; where the flaps are not known, slow enough for all of them.
  if (Number.isNaN(at.aboveStallKt[0])) return unseen(undefined, 'stall-speed-unknown');
  const slowEnough = at.aboveStallKt[1] <= limits.fullStallKt;
  const mushed = sinkGrowthFpm(c, around, 3, true) >= limits.breakFpm;
  if (slowEnough && (noseFell || mushed)) return met(event.breakS, 'broke-at', broke);
  return unseen(atS, slowEnough ? 'slow-no-break' : 'between-warning-and-stall', { kias: at.slowestKt });
}

/** A wing that goes as it breaks. */
function wingFell(c: Case, { breakS }: StallEvent): boolean {
  const { track } = c;
  if (track.bankDeg.source === 'derived') return false;
  const rows = between(c, breakS - 0.5, breakS + 2);
  const { low, high } = extremes(track.bankDeg.values, rows);
  return low >= 0 && track.bankDeg.values[high] - track.bankDeg.values[low] > NOSE.wingWentDeg;
}

/** Let go at the first sign: within seconds of the warner, and not broken before. */
function firstIndication(c: Case, event: StallEvent): Evidence {
  const at = deepest(c, event);
  const limits = limitsOf(c.context, STALL_LIMITS);
  const early = noStallKt(c, event);
  if (early !== undefined) return failed(event.unloadS, 'no-indication-came', { aboveKt: early });
  if (!at?.hasWarner || at.warnedS === undefined) return unseen(undefined, 'no-warner-for-indication');
  const afterS = event.unloadS - at.warnedS;
  if (fullStall(c, event).held === true && event.unloadS - event.breakS > limits.brokenS)
    return failed(event.breakS, 'broke-before-release', { beforeS: event.unloadS - event.breakS });
  return afterS <= limits.indicationS
    ? met(event.unloadS, 'released-after-warning', { afterS })
    : failed(event.unloadS, 'released-after-warning', { afterS });
}

/** Any sign of a stall at all, from its first indication on. */
function anySign(c: Case, event: StallEvent): Evidence {
  const full = fullStall(c, event);
  if (full.held !== null) return full;
  const at = deepest(c, event);
  if (at?.warnedS !== undefined) return met(at.warnedS, 'warning-at', { kias: speedAt(c, at.warnedS) });
  return full;
}

const speedAt = (c: Case, atS: number): number => c.track.airspeedKt.values[between(c, atS, atS + 1).from];

/** The depth that was briefed; where none was, what the standard's own item asks. */
export const depthAsked =
  (standards: AskedDepth | 'any') =>
  (c: Case): Evidence => {
    const event = eventOf(c);
    if (!event) return unseen(undefined, 'nothing-found');
    const briefed = (c.attempt.brief as { depth?: AskedDepth | null } | undefined)?.depth;
    if (standards === 'any' && !briefed) return anySign(c, event);
    if (standards === 'any' && briefed === 'full') return fullStall(c, event);
    if (briefed === 'first-indication') {
      const seen = firstIndication(c, event);
      return standards === 'full'
        ? {
            ...seen,
            evidence: {
              code: seen.evidence.code,
              params: { ...seen.evidence.params, briefedToIndication: true },
            },
          }
        : seen;
    }
    return standards === 'first-indication' ? anySign(c, event) : fullStall(c, event);
  };

/** The nose as it was pulled up: held above a limit for a second. */
export function noseTooHigh(c: Case): { deg: number; atS: number } | undefined {
  const event = eventOf(c);
  const pitch = c.track.other('pitch_deg')?.values;
  if (!event || !pitch) return undefined;
  const rows = between(c, event.pitchUpS, event.breakS);
  const limit = limitsOf(c.context, STALL_LIMITS).steepDeg;
  const stretch = longestStretch(c.track.timeS, rows, (i) => pitch[i] > limit);
  if (!stretch || stretch.endS - stretch.startS < Math.max(0.9, c.track.stepS)) return undefined;
  const highest = rowOfMax(between(c, stretch.startS, stretch.endS), (i) => pitch[i]);
  return { deg: pitch[highest], atS: c.track.timeS[highest] };
}
