/**
 * Where the wing stalled, or was recovered at the first indication: slow, slowing before, and then the nose or the
 * airplane fell while speed came back. A recorded warner, angle of attack or load makes it surer; none is needed.
 */
import { firstWhere, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { median } from '../../units/numbers.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { type Scene, sceneOf } from '../attempt/scene.ts';
import { begunStalls } from './begun.ts';
import type { StallEvent } from './event.ts';
import { fallingSince, pitchUpBefore, rollingOffSince } from './nose.ts';
import { isStall, signsAt, staysSlow } from './signs.ts';
import { EVENT } from './tables.ts';
import { unloadAfter } from './unload.ts';

export function findStalls(track: Track, context: ScoringContext): StallEvent[] {
  const scene = sceneOf(track, context);
  const events: StallEvent[] = [];
  for (const segment of track.segments) {
    for (const row of slowestMoments(track, segment, scene)) {
      const event = stallAt(track, row, scene);
      if (!event) continue;
      const last = events.at(-1);
      // Where no nose was seen, still going down when the next one breaks was the descent toward it.
      const descent =
        last &&
        !track.other('pitch_deg') &&
        event.breakS < last.lowestS &&
        !roseBetween(track, last.breakS, event.breakS);
      if (descent && event.breakS - last.breakS > EVENT.sameStallS) events.pop();
      if (!last || event.breakS - last.breakS > EVENT.sameStallS) events.push(event);
    }
  }
  const came = events.filter((event, i) => !leadsTo(event, events[i + 1]));
  return [...came, ...begunStalls(track, context, scene, came)].sort((a, b) => a.breakS - b.breakS);
}

/** Slowing down in gusts, a nose dips and comes back above any warning: what a stall with its warning follows was the way to it. */
const leadsTo = (event: StallEvent, next: StallEvent | undefined): boolean =>
  next !== undefined &&
  !event.warned &&
  next.warned &&
  event.leastAboveKt >= EVENT.silentAboveKt &&
  next.breakS - event.breakS < EVENT.leadsToS;

/** Whether it went up in between, as the next pull of a row of stalls does. */
function roseBetween({ timeS, altitudeFt }: Track, fromS: number, toS: number): boolean {
  const rows = rowsBetween(timeS, fromS, toS);
  let lowest = Number.POSITIVE_INFINITY;
  for (let i = rows.from; i < rows.to; i++) {
    lowest = Math.min(lowest, altitudeFt.values[i]);
    if (altitudeFt.values[i] > lowest + EVENT.roseFt) return true;
  }
  return false;
}

/** Rows at which the speed was least, one for each time that it came near the warning. */
function slowestMoments(track: Track, { from, to }: { from: number; to: number }, scene: Scene): number[] {
  const { airspeedKt, altitudeFt, timeS } = track;
  const speed = airspeedKt.values;
  const rows: number[] = [];
  let best = -1;
  for (let i = from; i < to; i++) {
    const slow =
      speed[i] < scene.warningKias(scene.flapsDeg(i)) + EVENT.nearWarningKt &&
      altitudeFt.values[i] > scene.lowestFt;
    if (slow && (best < 0 || speed[i] < speed[best])) best = i;
    // Faster again by a few knots, or out of the slow range: that was one.
    const over = best >= 0 && (!slow || speed[i] > speed[best] + EVENT.fasterKt);
    if (over || (best >= 0 && timeS[i] - timeS[best] > EVENT.longestSlowS)) {
      rows.push(best);
      best = -1;
    }
  }
  if (best >= 0) rows.push(best);
  return rows;
}

function stallAt(track: Track, slowest: number, scene: Scene): StallEvent | undefined {
  const { timeS, airspeedKt, altitudeFt, bankDeg } = track;
  const signs = signsAt(track, slowest, scene);
  if (!signs || !isStall(signs)) return undefined;
  const { nose, warnedRow } = signs;
  const breakS = nose
    ? Math.min(fallingSince(track, nose.beganS), rollingOffSince(track, nose.beganS))
    : signs.topS;
  // A warner in a steep turn belongs to the turn; a wing that drops at the break had been level.
  const level = rowsBetween(timeS, breakS - Math.max(EVENT.bankFromS, 2 * track.stepS), breakS - 1);
  if (Math.abs(median(bankDeg.values.subarray(level.from, level.to))) > EVENT.mostBankDeg) return undefined;
  // A nose that had not been rising when it fell was lowered, as flaps and a late pull in slow flight lower it.
  const pitchUpS = pitchUpBefore(track, breakS);
  const rose = breakS - pitchUpS >= EVENT.leastRiseS || !track.other('pitch_deg');
  if (!rose && (warnedRow < 0 || staysSlow(signs))) return undefined;

  const altitude = altitudeFt.values;
  const lowest = rowOfMax(rowsBetween(timeS, breakS, breakS + EVENT.lossWithinS), (i) => -altitude[i]);
  // When it broke, the nose tells to a second or two, and the zoom may still have been going.
  const highest = rowOfMax(rowsBetween(timeS, breakS - 0.5, breakS + EVENT.zoomS), (i) => altitude[i]);
  const near = (i: number) => airspeedKt.values[i] < scene.warningKias(scene.flapsDeg(i));
  const unload = unloadAfter(track, breakS, near);
  const before = rowsBetween(timeS, timeS[slowest] - EVENT.longestSlowS, timeS[slowest]);
  const indicationRow = warnedRow >= 0 ? warnedRow : firstWhere(before, near);
  return {
    indicationS: Math.min(indicationRow >= 0 ? timeS[indicationRow] : breakS, breakS),
    breakS,
    unloadS: unload.atS,
    unloadSeen: unload.seen,
    lowestS: timeS[lowest],
    breakFt: altitude[highest],
    lossFt: altitude[highest] - altitude[lowest],
    pitchUpS,
    warned: warnedRow >= 0,
    leastAboveKt: signs.leastAboveKt,
  };
}
