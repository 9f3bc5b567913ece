/** What the maneuvers see in a flight, and what the arbiter leaves of it. */
import type { ScoringContext } from '../kits/attempt/attempt.ts';
import type { Proposed } from '../kits/attempt/room.ts';
import { type ManeuverRoom, requireRoom, rooms } from '../maneuvers/registry.ts';
import type { Track } from '../recording/track/track.ts';
import { arbitrate } from './arbiter.ts';
import { areaWork } from './area-work.ts';
import { withoutDoubtful } from './likely.ts';

/** Attempts as found, in time order, none overlapping another; and what could not be told. */
export function findAttempts(track: Track, context: ScoringContext): Required<Proposed> {
  const seen = rooms.map((room) => ({ room, ...proposedBy(room, track, context) }));
  // What clears the area is told by what it was cleared for.
  const cleared = seen.flatMap(({ room, proposals }) => (room.clearedFor ? proposals : []));
  const before = rooms.map(({ sought }) => sought.proposeBefore?.(track, context, cleared));
  const all = [...seen, ...before.filter((proposed) => proposed !== undefined)];
  const proposals = all.flatMap((one) => one.proposals);
  return {
    proposals: arbitrate(areaWork(track, context, withoutDoubtful(track, proposals)), (maneuver) =>
      precedenceIn(context, maneuver),
    ),
    warnings: all.flatMap(({ warnings = [] }) => warnings),
  };
}

/** A stall that nobody briefed stands behind what was: the change of flaps that ended in one is that change, and failed. */
function precedenceIn({ briefs }: ScoringContext, maneuver: string): number {
  const { precedence, nearStall, id } = requireRoom(maneuver);
  const unasked = nearStall && briefs.length > 0 && !briefs.some((brief) => brief.maneuver === id);
  return unasked && briefs.some((brief) => brief.maneuver === 'configuration-change')
    ? precedence + 100
    : precedence;
}

const proposedBy = ({ sought }: ManeuverRoom, track: Track, context: ScoringContext): Proposed =>
  sought.propose?.(track, context) ?? { proposals: [] };

/** What a maneuver is called over any stretch of a recording, for attempts that a person, not a rule, has made. */
export const variantOf = (
  track: Track,
  context: ScoringContext,
  maneuver: string,
  span: Parameters<NonNullable<ManeuverRoom['sought']['variantOver']>>[2],
): string => {
  const { sought, variants } = requireRoom(maneuver);
  return sought.variantOver?.(track, context, span) ?? variants[0];
};
