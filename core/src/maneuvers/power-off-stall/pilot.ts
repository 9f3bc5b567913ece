/** The pilot of power-off stalls. */
import { type Cockpit, flapsOf, hold, level, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn } from '../../flight/pilot/entry.ts';
import { pitchUp, recovery } from '../../kits/stalls/pilot.ts';

export function* powerOffStall(c: Cockpit): Script {
  yield* leadIn(c);
  const { card } = c;
  const approachKias = card.entry.airspeedKias ?? 1.3 * card.stallKias.level;
  c.mark('setup');
  level(c, approachKias);
  c.aim.power = { by: 'throttle', throttle: Math.max(0.1, c.throttleFor(approachKias) - 0.25) };
  const { airplane } = c.flight.airframe;
  for (let stage = 1; stage <= card.stage; stage++) {
    yield* until(
      c,
      40,
      () => c.seen.kias < Math.min(airplane.flaps[stage - 1].vfeKias - 4, approachKias + 15),
    );
    c.aim.flapsDeg = flapsOf(c, stage);
    yield* hold(c, 3);
  }
  yield* until(c, 30, () => c.seen.kias < approachKias + 2);
  if (!c.habit('no-stabilized-descent')) {
    c.mark('descent');
    c.aim.pitch = { by: 'speed', kias: approachKias };
    c.aim.power = {
      by: 'throttle',
      throttle: c.throttleFor(approachKias, { flapsDeg: c.aim.flapsDeg, fpm: -500 }),
    };
    yield* hold(c, 16);
  }
  c.aim.power = { by: 'throttle', throttle: 0 };
  yield* pitchUp(c, { mostDeg: 17, degPerS: 1.7, powered: false });
  yield* recovery(c, false);
}
