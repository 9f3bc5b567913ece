/** The pilot of the glide. */
import { type Cockpit, hold, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';

/** Speed first, then the field: a glide at the best speed, and power again. */
export function* bestGlide(c: Cockpit): Script {
  yield* leadIn(c);
  c.mark('power-off');
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  c.aim.power = { by: 'throttle', throttle: 0 };
  const off = c.habit('too-fast-for-glide') ? 15 : c.habit('too-slow-for-glide') ? -12 : 0;
  if (c.habit('too-slow-for-glide')) c.aim.heedsWarning = false;
  if (c.habit('slow-to-glide-speed')) {
    c.aim.pitch = { by: 'climb', fpm: -500 };
    yield* hold(c, 12);
  } else {
    // Speed becomes height: the nose comes up at once.
    c.aim.pitch = { by: 'climb', fpm: 500 };
    yield* until(c, 14, () => c.seen.kias < kias + off + 7);
  }
  c.aim.pitch = { by: 'speed', kias: kias + off };
  yield* until(c, 70, () => c.seen.altitudeFt < c.altitudeFt - 900);
  c.mark('power-on');
  c.aim.heedsWarning = true;
  c.altitudeFt = c.seen.altitudeFt;
  yield* settle(c);
}
