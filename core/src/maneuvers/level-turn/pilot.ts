/** The pilot of level turns. */
import type { Cockpit, Script } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { plainTurn } from '../../kits/turns/pilot.ts';

export function* levelTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const throttle = c.throttleFor(c.entryKias, { bankDeg: c.card.bankDeg });
  yield* plainTurn(
    c,
    { by: 'altitude', altitudeFt: c.altitudeFt },
    { by: 'speed', throttle, kias: c.entryKias },
  );
  yield* settle(c);
}
