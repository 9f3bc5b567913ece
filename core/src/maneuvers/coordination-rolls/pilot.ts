/** The pilot of rolls about a point. */
import { type Cockpit, hold, level, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';

/** Rolls about a distant point, ball in the middle: or feet off, and the nose swings the wrong way. */
export function* coordinationRolls(c: Cockpit): Script {
  yield* leadIn(c);
  c.mark('rolls');
  const lazy = c.habit('adverse-yaw');
  const feet = c.flight.controls.rudder;
  c.aim.rollDegPerS = 18;
  for (let k = 0; k < 8; k++) {
    const side = k % 2 === 0 ? -1 : 1;
    c.mark('roll');
    c.aim.bank = lazy ? { by: 'stick', aileron: side } : { by: 'bank', deg: side * c.card.bankDeg };
    c.aim.rudder = lazy ? { by: 'pedal', rudder: feet } : { by: 'ball' };
    // A full stick runs on past where it was let go.
    yield* until(c, 6, () => side * c.seen.bankDeg > c.card.bankDeg - (lazy ? 7 : 2));
    if (!lazy) yield* hold(c, 0.3);
    // Without feet it is flown one roll at a time.
    if (lazy) {
      c.aim.bank = { by: 'bank', deg: 0 };
      yield* until(c, 5, () => Math.abs(c.seen.bankDeg) < 3);
      yield* hold(c, 0.4);
    }
  }
  level(c);
  yield* settle(c);
}
