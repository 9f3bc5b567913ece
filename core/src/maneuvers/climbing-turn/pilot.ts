/** The pilot of climbing turns. */
import { type Cockpit, hold, type Script } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { plainTurn } from '../../kits/turns/pilot.ts';

export function* climbingTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  c.mark('climb');
  c.aim.power = { by: 'throttle', throttle: 1 };
  c.aim.pitch = { by: 'speed', kias };
  yield* hold(c, 14);
  yield* plainTurn(c, { by: 'speed', kias }, { by: 'throttle', throttle: 1 });
  yield* hold(c, 6);
  c.altitudeFt = c.seen.altitudeFt + 60;
  yield* settle(c, kias);
}
