/** What comes before and after every maneuver, with the habits that every maneuver can have. */
import { type Cockpit, hold, level, type Script } from './cockpit.ts';

/** Long enough for the record to show that nothing was cleared. */
const NO_CLEARING_S = 205;

/** Steady and level on altitude, heading and speed, or not quite. */
export function* leadIn(c: Cockpit): Script {
  level(c);
  c.mark('lead-in');
  if (c.habit('rushed-entry')) {
    yield* hold(c, 8);
    c.aim.pitch = { by: 'climb', fpm: -450 };
    c.aim.power = { by: 'throttle', throttle: Math.min(1, c.flight.controls.throttle + 0.05) };
    yield* hold(c, 14);
    return;
  }
  yield* hold(c, c.habit('no-clearing') ? NO_CLEARING_S : c.leadInS);
}

/** Level again, on altitude, speed and heading. */
export function* settle(c: Cockpit, kias = c.entryKias): Script {
  c.mark('settle');
  level(c, kias);
  if (c.habit('slow-to-settle')) {
    // Talking already: it climbs away.
    c.aim.pitch = { by: 'climb', fpm: 420 };
    yield* hold(c, 19);
    level(c, kias);
    yield* hold(c, 12);
    return;
  }
  yield* hold(c, c.settleS);
}
