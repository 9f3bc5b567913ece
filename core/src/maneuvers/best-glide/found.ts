/** A glide in a recording, and when it reached its speed. */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import type { Stretch } from '../../kits/attempt/room.ts';
import { meanBetween, sceneOf } from '../../kits/attempt/scene.ts';
import { changeFt, stretches } from '../../kits/straight/straight-parts.ts';
import { firstWhere, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Phase } from '../../scoring/schema.ts';
import { median } from '../../units/numbers.ts';
import { GLIDE_LIMITS, GLIDE_SIGNS } from './tables.ts';

/** Straight parts with the power off, or going down where no power was recorded. */
export function glideSpans(
  track: Track,
  context: ScoringContext,
  straight: (row: number) => boolean,
): Stretch[] {
  const climb = track.verticalSpeedFpm;
  const { power, lever } = sceneOf(track, context);
  // A light airplane comes down with a tenth of its power on: the lever, where it is on record, is the better witness.
  const gliding = (i: number) =>
    Number.isNaN(power(i))
      ? climb[i] < GLIDE_SIGNS.sinkFpm
      : power(i) < GLIDE_SIGNS.idleShare && lever(i) < GLIDE_SIGNS.idleShare;
  const kias = context.briefs.find(({ maneuver }) => maneuver === 'best-glide')?.entry?.airspeedKias;
  // Where the power may have been on, going down fast and never slowing toward the glide's speed is a descent.
  const slowed = ({ startS, endS }: Stretch): boolean => {
    const rows = rowsBetween(track.timeS, startS, endS);
    const shares = Float64Array.from({ length: rows.to - rows.from }, (_, k) => power(rows.from + k));
    if (!kias || median(shares) < GLIDE_SIGNS.surelyIdleShare) return true;
    return firstWhere(rows, (i) => track.airspeedKt.values[i] < kias + GLIDE_SIGNS.slowedKt) >= 0;
  };
  return stretches(track, (i) => straight(i) && gliding(i), GLIDE_SIGNS.leastS).filter(
    ({ startS, endS, segment }) =>
      slowed({ startS, endS, segment }) &&
      changeFt(track, startS, endS) < -GLIDE_SIGNS.leastFallFt &&
      meanBetween(track, climb, startS, endS) < GLIDE_SIGNS.sinkFpm / 2,
  );
}

/** Slowing down to the best speed, then held; without an entry where that speed never came. */
export function glidePhases(
  track: Track,
  { startS, endS, segment }: Proposal,
  kias: number | undefined,
): Phase[] {
  const { timeS, airspeedKt } = track;
  const rows = rowsBetween(timeS, startS, endS, segment);
  const wanted = kias ?? median(airspeedKt.values.subarray(rows.from, rows.to));
  let reached = rows.from;
  while (reached < rows.to - 1 && airspeedKt.values[reached] > wanted + GLIDE_LIMITS.reachKt) reached++;
  // Never reached: then it was too fast, not slow to come.
  if (reached >= rows.to - 1)
    return [{ name: 'established', startS: Math.min(startS + GLIDE_SIGNS.settledS, endS), endS }];
  return [
    { name: 'entry', startS, endS: timeS[reached] },
    { name: 'established', startS: timeS[reached], endS },
  ];
}
