/** The pilot of clearing turns. */
import { type Cockpit, hold, leadDeg, type Script, until } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';

/** Ninety degrees one way and back, at standard rate. */
export function* clearingTurns(c: Cockpit): Script {
  yield* leadIn(c);
  for (const side of [-1, 1]) {
    c.mark('roll-in');
    c.aim.rollDegPerS = 8;
    c.side = side;
    const from = c.seen.headingDeg;
    c.aim.bank = { by: 'bank', deg: side * Math.max(15, c.card.bankDeg) };
    yield* until(
      c,
      60,
      () => Math.abs(c.seen.headingDeg - from) >= 90 - leadDeg(c, Math.abs(c.seen.bankDeg)),
    );
    c.aim.bank = { by: 'bank', deg: 0 };
    yield* hold(c, 5);
  }
  yield* settle(c);
}
