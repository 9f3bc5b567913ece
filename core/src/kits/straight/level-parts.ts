/** Level flight without the ways down and up that begin or end it. */

import { rowsBetween, valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import type { Stretch } from '../attempt/room.ts';
import { verticalLegs } from './straight-parts.ts';
import { STRAIGHT_SIGNS } from './tables.ts';

/** The altitudes that briefs of a maneuver ask for. */
export const briefedAltitudesFt = ({ briefs }: ScoringContext, id: string): number[] =>
  briefs.flatMap(({ maneuver, entry }) =>
    maneuver === id && typeof entry?.altitudeFt === 'number' ? [entry.altitudeFt] : [],
  );

/** A stretch and what comes after: a way down is told by where it leads. */
const fromOn = (track: Track, { startS, endS, segment }: Stretch) => {
  const { from, to } = rowsBetween(track.timeS, startS, endS + STRAIGHT_SIGNS.onS, segment);
  return (row: number) => row >= from && row < to;
};

/**
 * A stretch cut at every climb or descent that leaves its altitude for good. What is won back before the stretch ends was an
 * error in holding it, and stays. Of a stretch that was cut, what was flown at another altitude than the briefed one, before or
 * after, is the way there.
 * @param wantedFt the briefed altitudes; none where none was.
 * @param belongs a way that is part of what is flown, however much is lost in it
 */
export function levelParts(
  track: Track,
  span: Stretch,
  wantedFt: readonly number[],
  belongs: (way: Stretch) => boolean = () => false,
): Stretch[] {
  const { timeS } = track;
  const altitude = track.altitudeFt.values;
  const ways = ([1, -1] as const)
    .flatMap((side) => verticalLegs(track, fromOn(track, span), side))
    .filter(({ startS }) => startS < span.endS)
    .sort((a, b) => a.startS - b.startS);
  const edges = [span.startS];
  let heldFt = valueAt(timeS, altitude, span.startS);
  for (const way of ways) {
    if (belongs(way) || !leaves(track, span, way, heldFt)) continue;
    edges.push(way.startS, Math.min(way.endS, span.endS));
    heldFt = valueAt(timeS, altitude, way.endS);
  }
  edges.push(span.endS);
  if (edges.length === 2) return [span];
  const parts: Stretch[] = [];
  for (let i = 0; i < edges.length; i += 2) parts.push({ ...span, startS: edges[i], endS: edges[i + 1] });
  const isNear = (atFt: number) =>
    wantedFt.length === 0 || wantedFt.some((ft) => Math.abs(atFt - ft) <= STRAIGHT_SIGNS.nearFt);
  return parts.filter(
    ({ startS, endS }) =>
      endS - startS >= STRAIGHT_SIGNS.leastLegS && isNear(valueAt(timeS, altitude, startS)),
  );
}

/** @param heldFt the altitude that was held before it. */
function leaves(track: Track, span: Stretch, way: Stretch, heldFt: number): boolean {
  const altitude = track.altitudeFt.values;
  const { from, to } = rowsBetween(track.timeS, way.endS, span.endS, span.segment);
  const offFt = Math.abs(valueAt(track.timeS, altitude, way.endS) - heldFt);
  if (!(offFt >= STRAIGHT_SIGNS.leavesFt)) return false;
  for (let i = from; i < to; i++)
    if (Math.abs(altitude[i] - heldFt) < (1 - STRAIGHT_SIGNS.backShare) * offFt) return false;
  return true;
}
