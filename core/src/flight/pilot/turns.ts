/** Turns of every bank: steep, level, climbing, descending, and the two that clear the area. */

import { type Cockpit, hold, leadDeg, level, type Script, sineOf, until } from './cockpit.ts';
import { leadIn, settle } from './entry.ts';
import type { PitchAim, PowerAim } from './hands.ts';

/** How far a pilot with the habit rolls out past or short of the heading. */
const ROLL_OUT_OFF_DEG = 19;

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

/** No pull at all for the first seconds of the turn: the nose falls with the bank. */
function latePull(c: Cockpit, sinceS: number): PitchAim {
  return sinceS < (c.card.bankDeg > 40 ? 6.5 : 9.5) * c.habitScale
    ? { by: 'stick', elevator: c.flight.controls.elevator }
    : { by: 'altitude', altitudeFt: c.altitudeFt };
}

/** In the middle, or let out to one side of the turn for a while. */
function ball(c: Cockpit, sinceS: number) {
  const out = sinceS > 4 && sinceS < 18 ? 0.11 : 0;
  if (c.habit('slip')) return { by: 'ball', offG: -c.side * out } as const;
  if (c.habit('skid')) return { by: 'ball', offG: c.side * out } as const;
  return { by: 'ball' } as const;
}

interface Around {
  bankDeg: number;
  turnDeg: number;
  pitch: PitchAim;
  each: (sinceS: number) => void;
}

/** Rolls in and turns until it is time to roll out. */
function* around(c: Cockpit, { bankDeg, turnDeg, pitch, each }: Around): Script {
  const from = c.seen.headingDeg;
  c.aim.bank = { by: 'bank', deg: c.side * bankDeg };
  c.aim.pitch = pitch;
  const turned = () => Math.abs(c.seen.headingDeg - from);
  yield* until(c, 240, () => turned() >= turnDeg - leadDeg(c, Math.abs(c.seen.bankDeg)), each);
}

function* rollLevel(c: Cockpit, pull: 'let it go' | 'hold the pull'): Script {
  c.mark('roll-out');
  c.aim.bank = { by: 'bank', deg: 0 };
  c.aim.rudder = { by: 'ball' };
  c.aim.pull = 1;
  c.aim.attention = 1;
  if (pull === 'hold the pull') {
    c.aim.pitch = { by: 'attitude', deg: c.seen.pitchDeg + 3.5 * c.habitScale };
    yield* hold(c, 7);
  }
  yield* until(c, 8, () => Math.abs(c.seen.bankDeg) < 1.5);
}

/** Habits that every plain turn can have. */
export const TURN_HABITS = [
  'rollout-overshoot',
  'rollout-undershoot',
  'bank-wander',
  'slip',
  'skid',
] as const;

function* plainTurn(c: Cockpit, pitch: PitchAim, power: PowerAim): Script {
  c.mark('roll-in');
  c.aim.rollDegPerS = 8;
  c.aim.power = power;
  const late = ROLL_OUT_OFF_DEG * c.habitScale;
  const off = c.habit('rollout-overshoot') ? late : c.habit('rollout-undershoot') ? -late : 0;
  const bankDeg = c.card.bankDeg;
  yield* around(c, {
    bankDeg,
    turnDeg: 360 + off,
    pitch,
    each: (sinceS) => {
      const wanted = bankDeg + (c.habit('bank-wander') ? 8 * sineOf(sinceS, 9) : 0);
      c.aim.bank = { by: 'bank', deg: c.side * wanted };
      c.aim.rudder = ball(c, sinceS);
      if (c.habit('alt-loss-roll-in')) c.aim.pitch = latePull(c, sinceS);
    },
  });
  yield* rollLevel(c, c.habit('alt-gain-rollout') ? 'hold the pull' : 'let it go');
}

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

export function* climbingTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  c.mark('climb');
  c.aim.power = { by: 'throttle', throttle: 1 };
  c.aim.pitch = { by: 'speed', kias };
  yield* hold(c, 14);
  yield* plainTurn(c, { by: 'speed', kias }, { by: 'throttle', throttle: 1 });
  yield* hold(c, 6);
  c.altitudeFt = c.seen.altitudeFt + 60;
  yield* settle(c, kias);
}

export function* descendingTurn(c: Cockpit): Script {
  yield* leadIn(c);
  const kias = c.card.entry.airspeedKias ?? c.entryKias;
  const throttle = c.throttleFor(kias, { fpm: -400 });
  c.mark('descent');
  c.aim.power = { by: 'throttle', throttle };
  c.aim.pitch = { by: 'speed', kias };
  yield* hold(c, 14);
  yield* plainTurn(c, { by: 'speed', kias }, { by: 'throttle', throttle });
  yield* hold(c, 6);
  c.altitudeFt = c.seen.altitudeFt - 40;
  yield* settle(c, kias);
}

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
