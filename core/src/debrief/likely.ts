/**
 * What a recording of positions can say and what it cannot. An airspeed worked out from ground speed and a wind is
 * good to a few knots: enough for turns, climbs and descents, too little for what is flown at the edge of the stall.
 * Slow flight and stalls are then named as likely, and not judged.
 */

import type { Proposal } from '../kits/attempt/attempt.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { FROM_POSITIONS } from '../recording/positions/air-from-positions.ts';
import type { Track } from '../recording/track/track.ts';

/** Whether the airspeed is no instrument's, but worked out from positions. */
export const airspeedFromPositions = ({ airspeedKt }: Track): boolean => airspeedKt.from === FROM_POSITIONS;

export const onlyLikely = (track: Track, maneuver: string): boolean =>
  airspeedFromPositions(track) && requireRoom(maneuver).nearStall === true;

/**
 * Proposals without the likely ones that only brush against something surer: a slow flight that holds most of a turn
 * had the turn in it; one that holds a little of it began after it.
 */
export function withoutDoubtful(track: Track, proposals: readonly Proposal[]): Proposal[] {
  const sure = proposals.filter(({ maneuver }) => !onlyLikely(track, maneuver));
  const brushes = (likely: Proposal) =>
    sure.some((other) => {
      const sharedS = Math.min(likely.endS, other.endS) - Math.max(likely.startS, other.startS);
      return sharedS > 0 && sharedS < (other.endS - other.startS) / 2;
    });
  return proposals.filter((proposal) => sure.includes(proposal) || !brushes(proposal));
}
