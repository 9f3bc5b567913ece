/** Flaps in a stall's recovery: the drag stage may go at once, the rest waits for the climb. */
import { rowOfMax, valueAt } from '../../recording/columns/span.ts';
import type { Evidence } from '../../scoring/requirement.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, type Case, flapMoves } from '../attempt/case.ts';
import { climbSpeedsKias } from './climb-speeds.ts';
import type { StallEvidence } from './evidence.ts';
import { failed, met, notApplicable, unseen } from './evidence.ts';
import { eventOf } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

interface EarlyFlaps {
  fromDeg: number;
  toDeg: number;
  atS: number;
  endS: number;
  sinkFpm: number;
  kias: number;
}

/** The hand may be a moment before the nose, s. */
const JUST_BEFORE_S = 0.5;

/** Down to here they come in with the power: the book's setting for a go-around, else all but the last stage. */
const goAroundDeg = (c: Case): number => {
  const airplane = c.context.airplane;
  return airplane?.goAroundFlapsDeg ?? airplane?.flaps.at(-2)?.deg ?? 0;
};

/** Flaps in beyond the drag stage while it sank, or too slow for it. */
export function flapsInEarly(c: Case): EarlyFlaps | undefined {
  const event = eventOf(c);
  if (!event) return undefined;
  const { track, context } = c;
  const { flapSinkFpm, speedGraceKt } = limitsOf(context, STALL_LIMITS);
  const free = goAroundDeg(c);
  const vx = climbSpeedsKias(context)?.vx ?? Number.NEGATIVE_INFINITY;
  for (const move of flapMoves(c, between(c, event.unloadS - JUST_BEFORE_S, c.attempt.endS))) {
    if (move.toDeg >= move.fromDeg || move.toDeg > free - 1) continue;
    // Judged as the hand found it: what the flaps then take away is their own doing.
    const { atS } = move;
    const sinkFpm = sinkAbout(c, atS);
    const kias = valueAt(track.timeS, track.airspeedKt.values, atS);
    if (sinkFpm > flapSinkFpm || kias < vx - speedGraceKt) return { ...move, sinkFpm, kias };
  }
  return undefined;
}

/**
 * Sink by the altitude about a moment, ft/min: what a pilot reads off two glances. The lesser of a longer look back and a
 * shorter one about the moment itself, since a light airplane turns from sinking to climbing within two seconds.
 */
function sinkAbout(c: Case, atS: number): number {
  const altitude = (s: number) => valueAt(c.track.timeS, c.track.altitudeFt.values, s);
  const sink = (fromS: number, toS: number) =>
    ((altitude(atS + fromS) - altitude(atS + toS)) / (toS - fromS)) * 60;
  return Math.min(sink(-2.5, 0.5), sink(-1, 1));
}

/** From all to none without a stop, where the airplane sinks for it; looked for from `afterS` to the end of the attempt. */
export function allFlapsAtOnce(
  c: Case,
  afterS: number,
): { atS: number; params: StallEvidence['flaps-all-sinking'] } | undefined {
  const stages = c.context.airplane?.flaps ?? [];
  if (stages.length < 2) return undefined;
  const { track } = c;
  const { flapSinkFpm, flapLossFt } = limitsOf(c.context, STALL_LIMITS);
  const full = stages[stages.length - 1].deg;
  for (const { fromDeg, toDeg, atS, endS } of flapMoves(c, between(c, afterS, c.attempt.endS))) {
    if (fromDeg < full - RECOVERY.allFlapsDeg || toDeg > RECOVERY.allFlapsDeg) continue;
    const rows = between(c, atS, endS + RECOVERY.sinksForS);
    const altitude = track.altitudeFt.values;
    const lowest = rowOfMax(rows, (i) => -altitude[i]);
    const sinking = rowOfMax(rows, (i) => -track.verticalSpeedFpm[i]);
    if (lowest < 0) continue;
    const lostFt = valueAt(track.timeS, altitude, atS) - altitude[lowest];
    const sinkFpm = -track.verticalSpeedFpm[sinking];
    if (lostFt > flapLossFt || sinkFpm > flapSinkFpm)
      return { atS, params: { fromDeg, toDeg, sinkFpm, lostFt } };
  }
  return undefined;
}

export function flapsInOrder(c: Case): Evidence {
  if (c.attempt.configuration === 'clean') return notApplicable(undefined, 'flown-clean');
  if (!c.track.other('flaps_deg')) return unseen(undefined, 'flaps-not-recorded');
  const event = eventOf(c);
  const atOnce = event && allFlapsAtOnce(c, event.unloadS - JUST_BEFORE_S);
  if (atOnce) return failed(atOnce.atS, 'flaps-all-sinking', atOnce.params);
  const early = flapsInEarly(c);
  if (!early) return met(event?.unloadS, 'flaps-raised-in-climb');
  const { fromDeg, toDeg, sinkFpm, kias, atS } = early;
  return sinkFpm > 0
    ? failed(atS, 'flaps-raised-sinking', { fromDeg, toDeg, sinkFpm })
    : failed(atS, 'flaps-raised-slow', { fromDeg, toDeg, kias });
}
