/**
 * Whether somebody flew a stall here. Slow in sinking air, an airplane mushes, chirps and drops its nose without anybody having
 * flown one; in a lesson that briefed none that is a hazard of the flight, and no attempt.
 */
import { firstWhere, longestStretch, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { meanPower, sceneOf } from '../attempt/scene.ts';
import type { StallEvent } from './event.ts';
import { fallFrom } from './nose.ts';
import { MEANT } from './tables.ts';

const STALLS = ['power-off-stall', 'power-on-stall', 'stall-series', 'stall-demonstration'];

export function isMeant(track: Track, context: ScoringContext, event: StallEvent): boolean {
  const { briefs } = context;
  if (endsSlowFlight(track, event)) return false;
  if (briefs.length === 0 || briefs.some(({ maneuver }) => STALLS.includes(maneuver))) return true;
  return (
    wasSet(track, context, event) &&
    wasPulled(track, event) &&
    noseFell(track, event) &&
    wentThrough(track, context, event)
  );
}

/** Flaps come in while the nose still rises, and nothing falls: slow flight badly ended. Nobody enters a stall so. */
function endsSlowFlight(track: Track, { pitchUpS, breakS, lossFt }: StallEvent): boolean {
  const flaps = track.other('flaps_deg')?.values;
  if (!flaps || lossFt > MEANT.levelLossFt) return false;
  const rows = rowsBetween(track.timeS, pitchUpS - MEANT.flapsBeforeS, breakS);
  return rows.to > rows.from && flaps[rows.from] - flaps[rows.to - 1] > MEANT.flapsInDeg;
}

/** The power of a stall: all of it, or none. */
function wasSet(track: Track, context: ScoringContext, { breakS }: StallEvent): boolean {
  const before = rowsBetween(track.timeS, breakS - MEANT.powerForS, breakS - MEANT.powerUntilS);
  const share = meanPower(sceneOf(track, context), before);
  return Number.isNaN(share) || share < MEANT.idleShare || share > MEANT.powerShare;
}

/** The nose went up and stayed up while the speed went. */
function wasPulled(track: Track, { pitchUpS, breakS }: StallEvent): boolean {
  const pitch = track.other('pitch_deg')?.values;
  if (!pitch) return true;
  const rows = rowsBetween(track.timeS, pitchUpS - 1, breakS + 0.5);
  const [lowest, highest] = [-1, 1].map((side) => rowOfMax(rows, (i) => side * pitch[i]));
  return highest >= 0 && lowest <= highest && pitch[highest] - pitch[lowest] > MEANT.pulledDeg;
}

/** It broke, or somebody let the nose go: held there, it mushed. */
function noseFell(track: Track, { breakS, unloadS }: StallEvent): boolean {
  const pitch = track.other('pitch_deg')?.values;
  if (!pitch) return true;
  const { fallsInS, fallsDeg } = MEANT;
  const rows = rowsBetween(track.timeS, breakS - fallsInS, unloadS + fallsInS);
  return firstWhere(rows, (i) => fallFrom(track, pitch, i, fallsInS, rows) >= fallsDeg) >= 0;
}

/** Deep enough that nobody would call it a chirp. */
function wentThrough(track: Track, context: ScoringContext, { breakS, indicationS }: StallEvent): boolean {
  const { timeS, airspeedKt, stepS } = track;
  const scene = sceneOf(track, context);
  const rows = rowsBetween(timeS, Math.min(indicationS, breakS - 5), breakS + 2);
  const warner = track.other('stall_warn')?.values;
  const sounded = warner && longestStretch(timeS, rows, (i) => warner[i] > 0.5);
  if (sounded && sounded.endS - sounded.startS + stepS >= MEANT.warnedS) return true;
  const slowest = rowOfMax(rows, (i) => -airspeedKt.values[i]);
  return (
    slowest >= 0 && airspeedKt.values[slowest] < scene.stallKias(scene.flapsDeg(slowest)) + MEANT.aboveStallKt
  );
}
