/** The pilot of descending turns. */
import { type Cockpit, flapsOf, hold, type Script } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { plainTurn } from '../../kits/turns/pilot.ts';

export function* descendingTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  const flapsDeg = flapsOf(c, c.card.stage);
  const throttle = c.throttleFor(kias, { fpm: -400, flapsDeg });
  c.mark('descent');
  c.aim.flapsDeg = flapsDeg;
  c.aim.power = { by: 'throttle', throttle };
  c.aim.pitch = { by: 'speed', kias };
  yield* hold(c, 14);
  yield* plainTurn(c, { by: 'speed', kias }, { by: 'throttle', throttle });
  yield* hold(c, 6);
  c.altitudeFt = c.seen.altitudeFt - 40;
  yield* settle(c, kias);
}
