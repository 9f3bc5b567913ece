/** The pilot of the trim demonstration: trimmed, then power alone. */
import { type Cockpit, hold, level, type Script, sineOf, until } from '../../flight/pilot/cockpit.ts';
import { settle } from '../../flight/pilot/entry.ts';

const BEFORE_S = 25;
const SWINGS_S = 75;

export function* trimDemonstration(c: Cockpit): Script {
  level(c);
  yield* hold(c, BEFORE_S);
  const kias = c.seen.kias;
  const added = c.card.variant === 'power-added';
  const fpm = added ? 400 : -400;
  const level0 = c.flight.controls.throttle;
  const change = c.throttleFor(kias, { fpm }) - c.throttleFor(kias);
  c.mark('power');
  c.aim.trims = c.habit('another-speed');
  const { elevator } = c.flight.controls;
  c.aim.pitch = { by: 'stick', elevator };
  c.aim.power = { by: 'throttle', throttle: level0 + change };
  yield* until(
    c,
    SWINGS_S,
    () => false,
    (sinceS) => {
      if (c.habit('hand-on-it'))
        c.aim.pitch = { by: 'stick', elevator: elevator + 0.06 * sineOf(sinceS, 11) };
      // The speed of another trim, held until it stays.
      if (c.habit('another-speed')) c.aim.pitch = { by: 'speed', kias: kias + (added ? -12 : 14) };
    },
  );
  c.mark('power-back');
  c.aim.trims = true;
  c.altitudeFt = c.seen.altitudeFt;
  yield* settle(c);
}
