/** The pilot of gliding turns. */
import { type Cockpit, flapsOf, hold, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { plainTurn } from '../../kits/turns/pilot.ts';

export function* glidingTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const { aim, card } = c;
  const kias = card.entry.airspeedKias ?? c.entryKias;
  aim.power = { by: 'throttle', throttle: 0 };
  // Level until the speed has come down to the glide's.
  yield* until(c, 40, () => c.seen.kias < kias + 3);
  c.mark('descent');
  aim.pitch = { by: 'speed', kias };
  for (let stage = 1; stage <= card.stage; stage++) {
    const { vfeKias } = c.flight.airframe.airplane.flaps[stage - 1];
    yield* until(c, 20, () => c.seen.kias < vfeKias - 4);
    aim.flapsDeg = flapsOf(c, stage);
    yield* hold(c, 4);
  }
  yield* hold(c, 14);
  yield* plainTurn(c, { by: 'speed', kias }, { by: 'throttle', throttle: 0 });
  yield* hold(c, 6);
  aim.flapsDeg = 0;
  c.altitudeFt = c.seen.altitudeFt - 40;
  yield* settle(c);
}
