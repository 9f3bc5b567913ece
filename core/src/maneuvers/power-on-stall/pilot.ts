/** The pilot of power-on stalls. */
import { type Cockpit, flapsOf, hold, level, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn } from '../../flight/pilot/entry.ts';
import { pitchUp, recovery } from '../../kits/stalls/pilot.ts';

export function* powerOnStall(c: Cockpit): Script {
  yield* leadIn(c);
  const { card } = c;
  const liftOffKias = card.entry.airspeedKias ?? 1.15 * card.stallKias.level;
  c.mark('setup');
  level(c, liftOffKias);
  c.aim.power = { by: 'throttle', throttle: Math.max(0.1, c.throttleFor(liftOffKias + 8) - 0.3) };
  c.aim.flapsDeg = flapsOf(c, card.stage);
  // A nose that is to go very high begins with speed to spare.
  const spareKt = c.habit('pitch-too-steep') ? 12 : 3;
  yield* until(c, 40, () => c.seen.kias < liftOffKias + spareKt);
  c.aim.power = { by: 'throttle', throttle: c.habit('power-too-low') ? 0.52 : 0.97 };
  // The engine takes its time; the nose comes up with the power on.
  yield* hold(c, 3);
  yield* pitchUp(c, {
    mostDeg: c.habit('pitch-too-steep') ? 38 : 24,
    degPerS: c.habit('pitch-too-steep') ? 6 : 2,
    powered: true,
  });
  yield* recovery(c, true);
}
