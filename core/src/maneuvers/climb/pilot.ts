/** The pilot of climbs. */
import type { Cockpit, Script } from '../../flight/pilot/cockpit.ts';
import { leadIn } from '../../flight/pilot/entry.ts';
import { CLIMB_FT, verticalLeg } from '../../kits/straight/pilot.ts';

export function* climb(c: Cockpit): Script {
  yield* leadIn(c);
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  yield* verticalLeg(c, { kias, throttle: 1, byFt: CLIMB_FT });
}
