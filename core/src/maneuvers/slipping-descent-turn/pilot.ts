/** The pilot of slipping descent turns. */
import { type Cockpit, hold, type Script } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import { around, heldBankDeg, rollLevel, rollOutOffDeg } from '../../kits/turns/pilot.ts';

const TURN_DEG = 360;
const SLIP_G = 0.12;

export function* slippingDescentTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const { aim, card, side } = c;
  const target = card.entry.airspeedKias ?? c.entryKias;
  // Slipped too little it drags too little, and is a little fast.
  const kias =
    target + (c.habit('too-fast') ? 16 : c.habit('too-slow') ? -8 : c.habit('little-slip') ? 2 : 0);
  c.mark('descent');
  aim.power = { by: 'throttle', throttle: 0 };
  aim.pitch = { by: 'speed', kias: target };
  yield* hold(c, 16);

  c.mark('roll-in');
  aim.rollDegPerS = 8;
  yield* around(c, {
    bankDeg: card.bankDeg,
    turnDeg: TURN_DEG + rollOutOffDeg(c),
    pitch: { by: 'speed', kias },
    each: (sinceS) => {
      aim.bank = { by: 'bank', deg: side * heldBankDeg(c, sinceS) };
      aim.rudder = { by: 'ball', offG: -side * slipG(c, sinceS) };
    },
  });
  if (!c.habit('slip-kept')) yield* rollLevel(c, 'let it go');
  else {
    c.mark('roll-out');
    aim.bank = { by: 'bank', deg: 0 };
    yield* hold(c, 9);
    aim.rudder = { by: 'ball' };
  }
  aim.pitch = { by: 'speed', kias: target };
  yield* hold(c, 6);
  c.altitudeFt = c.seen.altitudeFt - 40;
  yield* settle(c);
}

/** How far the ball is let out to the low side. */
function slipG(c: Cockpit, sinceS: number): number {
  if (c.habit('little-slip')) return sinceS < 11 ? 0.08 : 0.015;
  // The foot on the wrong side for a while: into the turn.
  if (c.habit('skid') && sinceS > 10 && sinceS < 17) return -SLIP_G;
  return SLIP_G;
}
