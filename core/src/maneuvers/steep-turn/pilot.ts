/** The pilot of steep turns. */
import { type Cockpit, type Script, sineOf } from '../../flight/pilot/cockpit.ts';
import { leadIn, settle } from '../../flight/pilot/entry.ts';
import type { PowerAim } from '../../flight/pilot/hands.ts';
import { around, ball, latePull, ROLL_OUT_OFF_DEG, rollLevel } from '../../kits/turns/pilot.ts';

export function* steepTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const bank = c.card.bankDeg;
  const levelThrottle = c.flight.controls.throttle;
  const turnThrottle = c.throttleFor(c.entryKias, { bankDeg: bank });
  c.mark('roll-in');
  c.aim.heedsWarning = !c.habit('stall-warning');
  c.aim.rollDegPerS = c.habit('roll-in-too-fast') ? 30 : 10;
  c.aim.power = steepPower(c, levelThrottle, turnThrottle);
  const wanted = c.habit('incomplete-turn') ? 225 : 360;
  const off = ROLL_OUT_OFF_DEG * c.habitScale;
  yield* around(c, {
    bankDeg: bank,
    turnDeg: wanted + (c.habit('rollout-late') ? off : c.habit('rollout-early') ? -off : 0),
    pitch: { by: 'altitude', altitudeFt: c.altitudeFt },
    each: (sinceS) => steepHabits(c, sinceS, bank, levelThrottle, turnThrottle),
  });
  yield* rollLevel(c, c.habit('alt-gain-rollout') ? 'hold the pull' : 'let it go');
  yield* settle(c);
}

/** A little power for the turn, set while rolling in and left alone. */
function steepPower(c: Cockpit, levelThrottle: number, turnThrottle: number): PowerAim {
  if (c.habit('power-unchanged')) return { by: 'throttle', throttle: levelThrottle };
  if (c.habit('speed-decay')) return { by: 'throttle', throttle: levelThrottle - 0.12 * c.habitScale };
  if (c.habit('stall-warning')) return { by: 'throttle', throttle: 0 };
  return { by: 'speed', throttle: turnThrottle, kias: c.entryKias };
}

function steepHabits(c: Cockpit, sinceS: number, bank: number, levelThrottle: number, turnThrottle: number) {
  const { aim, side, seen } = c;
  const during = (from: number, to: number) => sinceS >= from && sinceS < to;
  let wanted = bank;
  if (c.habit('overbank') && during(9, 15)) {
    wanted = bank + 10 * c.habitScale;
    aim.attention = 0.4;
  } else if (c.habit('bank-shallow') && during(9, 17)) wanted = bank - 11 * c.habitScale;
  else if (c.habit('bank-wander')) wanted = bank + 8 * sineOf(sinceS, 9);
  if (c.habit('alt-loss-roll-in')) aim.pitch = latePull(c, sinceS);
  if (c.habit('spiral-dive') && during(8, 18)) {
    wanted = 70;
    aim.pull = 0;
    aim.attention = 0;
  } else if (c.habit('spiral-dive') && sinceS >= 18) {
    aim.pull = 1;
    aim.attention = 1;
  }
  if (c.habit('power-chasing'))
    aim.power = { by: 'throttle', throttle: turnThrottle + (sinceS % 7 < 3.5 ? 0.14 : -0.14) };
  if (c.habit('speed-above-va')) {
    const fast = during(6, 17);
    aim.pitch = fast ? { by: 'climb', fpm: -1000 } : { by: 'altitude', altitudeFt: c.altitudeFt };
    aim.power = { by: 'throttle', throttle: fast ? Math.min(1, turnThrottle + 0.1) : turnThrottle };
  }
  if (c.habit('stall-warning') && c.events.some(({ name }) => name === 'warned') === false && seen.warning)
    c.mark('warned');
  const warned = c.events.find(({ name }) => name === 'warned');
  if (warned && seen.timeS - warned.atS > 1.8) {
    aim.power = { by: 'throttle', throttle: 1 };
    aim.pitch = { by: 'climb', fpm: -700 };
    wanted = 28;
    if (seen.kias > 0.85 * c.entryKias) {
      aim.pitch = { by: 'altitude', altitudeFt: c.altitudeFt };
      wanted = bank;
      aim.power = { by: 'speed', throttle: levelThrottle, kias: c.entryKias };
    }
  }
  aim.bank = { by: 'bank', deg: side * wanted };
  aim.rudder = ball(c, sinceS);
}
