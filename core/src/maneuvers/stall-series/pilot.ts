/** The pilot of the stall exercise. */
import { type Cockpit, level, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { breaks, dropAndCatch, gainSpeed } from '../../kits/stalls/pilot.ts';

const IN_A_ROW = 4;

/** Several gentle stalls one after another; the release alone ends each, power untouched. */
export function* stallSeries(c: Cockpit): Script {
  yield* leadIn(c);
  const { aim } = c;
  const kias = c.card.entry.airspeedKias ?? 1.3 * c.card.stallKias.level;
  const throttle = c.throttleFor(kias, { fpm: -300 });
  c.mark('setup');
  level(c, kias);
  aim.power = { by: 'throttle', throttle };
  yield* until(c, 40, () => c.seen.kias < kias + 2);
  for (let k = 0; k < IN_A_ROW; k++) {
    c.mark('pitch-up');
    aim.trims = false;
    aim.heedsWarning = false;
    aim.rudder = { by: 'ball' };
    aim.bank = { by: 'bank', deg: 0 };
    aim.pitch = { by: 'attitude', deg: 24, degPerS: 2 };
    yield* until(
      c,
      22,
      () => breaks(c),
      () => {
        if (c.seen.warning && c.habit('wing-drop') && k === 1) aim.rudder = { by: 'pedal', rudder: -0.9 };
      },
    );
    c.mark('break');
    aim.bank = { by: 'stick', aileron: 0 };
    if (c.habit('wing-drop') && k === 1) yield* dropAndCatch(c);
    aim.rudder = { by: 'ball' };
    c.mark('unload');
    aim.pitch = { by: 'stick', elevator: -0.08 };
    yield* until(c, 5, () => !c.seen.stalled && !c.seen.warning);
    yield* gainSpeed(c, false);
    aim.pitch = { by: 'climb', fpm: -700 };
    aim.bank = { by: 'bank', deg: 0 };
    aim.rollDegPerS = Math.abs(c.seen.bankDeg) > 20 ? 20 : 8;
    // Level, out of the dive and fast enough: only then the next.
    yield* until(
      c,
      25,
      () => c.seen.kias > kias - 1 && Math.abs(c.seen.bankDeg) < 8 && c.seen.verticalFpm > -1100,
    );
  }
  c.mark('climb');
  aim.trims = true;
  aim.power = { by: 'throttle', throttle: 1 };
  aim.pitch = { by: 'speed', kias: c.flight.airframe.airplane.vyKias ?? kias };
  yield* until(c, 90, () => c.seen.altitudeFt > c.altitudeFt - 50);
  yield* settle(c);
}
