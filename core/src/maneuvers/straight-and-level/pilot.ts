/** The pilot of straight and level flight. */
import {
  type Cockpit,
  hold,
  level,
  nearestHeading,
  type Script,
  sineOf,
  until,
} from '../../flight/pilot/cockpit.ts';

const BEFORE_S = 12;

const FLOWN_S = 95;

export function* straightAndLevel(c: Cockpit): Script {
  level(c);
  if (c.habit('speed-not-settled')) {
    c.aim.power = { by: 'throttle', throttle: c.throttleFor(c.entryKias + 14) };
  }
  yield* hold(c, BEFORE_S);
  c.mark('straight');
  if (c.habit('speed-not-settled')) {
    c.aim.power = { by: 'throttle', throttle: c.throttleFor(c.entryKias - 12) };
  }
  if (c.habit('chasing')) c.aim.pitch = { by: 'climb', fpm: 0 };
  const heading = nearestHeading(c);
  yield* until(
    c,
    FLOWN_S,
    () => false,
    (sinceS) => {
      if (c.habit('chasing')) c.aim.pitch = { by: 'climb', fpm: 520 * sineOf(sinceS, 13) };
      else if (c.habit('out-of-trim'))
        c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt + 62 * sineOf(sinceS, 27) };
      else if (c.habit('altitude-offset')) c.aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt + 85 };
      if (c.habit('heading-drift')) c.aim.bank = { by: 'heading', deg: heading - Math.min(18, 0.3 * sinceS) };
    },
  );
}
