/** The pilot of speed and flap changes. */
import { type Cockpit, flapsOf, hold, level, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { lookAway } from '../../kits/straight/pilot.ts';

/** Slows down, flaps out a stage at a time, flaps in again, faster: the altitude stays. */
export function* configurationChange(c: Cockpit): Script {
  yield* leadIn(c);
  c.mark('slowing');
  const { airplane } = c.flight.airframe;
  const stages = airplane.flaps.length;
  const fast = c.habit('flap-overspeed');
  const slowKias = c.card.entry.airspeedKias ?? 1.4 * airplane.vs1Kias;
  if (fast) {
    level(c, (airplane.flaps[1]?.vfeKias ?? c.entryKias) + 9);
    yield* hold(c, 22);
  } else {
    level(c, slowKias + 6);
    c.aim.power = { by: 'throttle', throttle: c.throttleFor(slowKias + 6) - 0.12 };
    yield* until(c, 40, () => c.seen.kias < Math.min(slowKias + 8, airplane.flaps[0]?.vfeKias ?? 999));
  }
  for (let stage = 1; stage <= stages; stage++) {
    // Held fast, the second stage goes out above its limit.
    if (fast && stage > 2) break;
    // In gusts too it is the limit that is broken.
    if (fast && stage === 2) yield* until(c, 20, () => c.seen.kias > (airplane.flaps[1]?.vfeKias ?? 0) + 6);
    c.mark('flaps-out');
    const kias = fast ? (airplane.flaps[1]?.vfeKias ?? c.entryKias) + 9 : slowKias + 5 - 2 * stage;
    level(c, kias);
    c.aim.flapsDeg = flapsOf(c, stage);
    c.aim.power = { by: 'speed', throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg }), kias };
    if (c.habit('balloon-on-flap')) yield* lookAway(c);
    yield* hold(c, fast ? 5 : 16);
  }
  yield* hold(c, 8);
  for (let stage = (fast ? 2 : stages) - 1; stage >= 0; stage--) {
    c.mark('flaps-in');
    const kias = stage === 0 ? c.entryKias : slowKias + 4;
    level(c, kias);
    c.aim.flapsDeg = flapsOf(c, stage);
    c.aim.power = { by: 'speed', throttle: c.throttleFor(kias, { flapsDeg: c.aim.flapsDeg }), kias };
    if (c.habit('sink-on-flap-retraction')) yield* lookAway(c);
    yield* hold(c, 16);
  }
  yield* settle(c);
}
