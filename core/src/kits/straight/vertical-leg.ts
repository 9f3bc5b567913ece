/** How a climb or a descent along a heading is sought and judged. */
import type { Sought } from '../attempt/room.ts';
import { measureStraight, verticalLegPhases } from './straight-attempt.ts';
import { powerInGusts, straightProposals, verticalLegs } from './straight-parts.ts';

/** @param side 1 up, −1 down. */
export function soughtVerticalLeg(maneuver: string, side: 1 | -1): Sought {
  return {
    propose: (track, context) => ({
      proposals: straightProposals(track, context, maneuver, (straight) =>
        verticalLegs(track, straight, side, powerInGusts(track, context)),
      ),
    }),
    measure: (track, proposal, _, context) =>
      measureStraight(track, proposal, context, {
        phases: verticalLegPhases(track, proposal, side, powerInGusts(track, context)),
        speedEstablished: true,
      }),
  };
}
