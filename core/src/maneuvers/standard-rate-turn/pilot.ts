/** The pilot of standard-rate turns. */
import type { Cockpit, Script } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { plainTurn } from '../../kits/turns/pilot.ts';

/** How far a pilot who does not ask the clock is off the bank, deg. */
const BANK_OFF_DEG = 4.5;

export function* standardRateTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const offDeg = c.habit('rate-too-fast') ? BANK_OFF_DEG : c.habit('rate-too-slow') ? -BANK_OFF_DEG : 0;
  yield* plainTurn(
    c,
    { by: 'altitude', altitudeFt: c.altitudeFt },
    { by: 'speed', throttle: c.throttleFor(c.entryKias, { bankDeg: c.card.bankDeg }), kias: c.entryKias },
    offDeg * c.habitScale,
  );
  yield* settle(c);
}
