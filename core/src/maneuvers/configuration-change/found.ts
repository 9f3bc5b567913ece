/** Changes of speed and flaps in a recording: from the first in a level part to the last. */

import type { ScoringContext } from '../../kits/attempt/attempt.ts';
import type { Stretch } from '../../kits/attempt/room.ts';
import { sceneOf } from '../../kits/attempt/scene.ts';
import { briefedAltitudesFt, levelParts } from '../../kits/straight/level-parts.ts';
import { stretches } from '../../kits/straight/straight-parts.ts';
import { STRAIGHT_SIGNS } from '../../kits/straight/tables.ts';
import { firstRowAt, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { CHANGES } from './tables.ts';

export const changeSpans = (
  track: Track,
  context: ScoringContext,
  straight: (row: number) => boolean,
): Stretch[] => {
  const changing = flapsChanging(track, context);
  return (
    stretches(
      track,
      (i) => straight(i) && (changing[i] === 1 || Math.abs(track.verticalSpeedFpm[i]) < CHANGES.levelFpm),
      STRAIGHT_SIGNS.leastLegS,
    )
      // What is lost while the flaps come and go is the change that failed, and no way down.
      .flatMap((span) =>
        levelParts(
          track,
          span,
          briefedAltitudesFt(context, 'configuration-change'),
          ({ startS }) => changing[Math.min(changing.length - 1, firstRowAt(track.timeS, startS))] === 1,
        ),
      )
      .flatMap((span) => changesIn(track, context, span))
  );
};

/** Rows at which flaps are out, or were until a little before. */
function flapsChanging(track: Track, context: ScoringContext): Uint8Array {
  const { timeS } = track;
  const { flapsDeg, flapsKnown } = sceneOf(track, context);
  let outS = Number.NEGATIVE_INFINITY;
  return Uint8Array.from(timeS, (atS, i) => {
    if (flapsKnown(i) && flapsDeg(i) > CHANGES.flapsUpDeg) outS = atS;
    return atS - outS < CHANGES.afterFlapsS ? 1 : 0;
  });
}

/** From the first change of speed or flaps in a level part to the last. */
function changesIn(track: Track, context: ScoringContext, span: Stretch): Stretch[] {
  const { timeS, airspeedKt } = track;
  const { flapsDeg } = sceneOf(track, context);
  const rows = rowsBetween(timeS, span.startS, span.endS, span.segment);
  const entry = airspeedKt.values[rows.from];
  const changed = (i: number) =>
    flapsDeg(i) > CHANGES.flapsUpDeg || Math.abs(airspeedKt.values[i] - entry) > CHANGES.changeKt / 2;
  let [first, last] = [-1, -1];
  let most = 0;
  let flapsOut = false;
  for (let i = rows.from; i < rows.to; i++) {
    if (!changed(i)) continue;
    if (flapsDeg(i) > CHANGES.flapsUpDeg) flapsOut = true;
    if (first < 0) first = i;
    last = i;
    most = Math.max(most, Math.abs(airspeedKt.values[i] - entry));
  }
  if (first < 0 || (most < CHANGES.changeKt && !flapsOut) || timeS[last] - timeS[first] < 12) return [];
  return [
    {
      ...span,
      startS: Math.max(span.startS, timeS[first] - CHANGES.aroundS),
      endS: Math.min(span.endS, timeS[last] + CHANGES.aroundS),
    },
  ];
}
