/** The pilot of climbs. */
import type { Cockpit, Script } from '../../flight/pilot/cockpit.ts';
import { leadIn } from '../../flight/pilot/entry.ts';
import { CLIMB_FT, verticalLeg } from '../../kits/straight/pilot.ts';

const STEEP_S = 40;

export function* climb(c: Cockpit): Script {
  yield* leadIn(c);
  const { climbKias, warningKias, entry } = c.card;
  const kias = entry.airspeedKias ?? c.entryKias;
  // The nose far up for the first part of it, and yet not at the stall.
  const steepKias = Math.max((warningKias ?? 0) + 3, (climbKias.vx ?? c.entryKias) - 8);
  const speed = (sinceS: number) => (c.habit('below-best-angle') && sinceS < STEEP_S ? steepKias : kias);
  yield* verticalLeg(c, { kias: speed, throttle: 1, byFt: CLIMB_FT });
}
