/** Turning as the synthetic pilot does it: in, around, out, with the habits that any turn can have. */
import { type Cockpit, hold, leadDeg, type Script, sineOf, until } from '../../flight/pilot/cockpit.ts';
import type { PitchAim, PowerAim } from '../../flight/pilot/hands.ts';

/** How far a pilot with the habit rolls out past or short of the heading. */
export const ROLL_OUT_OFF_DEG = 19;

/** No pull at all for the first seconds of the turn: the nose falls with the bank. */
export function latePull(c: Cockpit, sinceS: number): PitchAim {
  return sinceS < (c.card.bankDeg > 40 ? 6.5 : 9.5) * c.habitScale
    ? { by: 'stick', elevator: c.flight.controls.elevator }
    : { by: 'altitude', altitudeFt: c.altitudeFt };
}

/** In the middle, or let out to one side of the turn for a while. */
export function ball(c: Cockpit, sinceS: number) {
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
export function* around(c: Cockpit, { bankDeg, turnDeg, pitch, each }: Around): Script {
  const from = c.seen.headingDeg;
  c.aim.bank = { by: 'bank', deg: c.side * bankDeg };
  c.aim.pitch = pitch;
  const turned = () => Math.abs(c.seen.headingDeg - from);
  yield* until(c, 240, () => turned() >= turnDeg - leadDeg(c, Math.abs(c.seen.bankDeg)), each);
}

export function* rollLevel(c: Cockpit, pull: 'let it go' | 'hold the pull'): Script {
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

/** How far past the heading the roll-out ends. */
export function rollOutOffDeg(c: Cockpit): number {
  const off = ROLL_OUT_OFF_DEG * c.habitScale;
  return c.habit('rollout-overshoot') ? off : c.habit('rollout-undershoot') ? -off : 0;
}

/** The bank that is aimed at so many seconds into the turn. */
export const heldBankDeg = (c: Cockpit, sinceS: number): number =>
  c.card.bankDeg + (c.habit('bank-wander') ? 8 * sineOf(sinceS, 9) : 0);

/** `offDeg`: how far the bank that is held is off the card's. */
export function* plainTurn(c: Cockpit, pitch: PitchAim, power: PowerAim, offDeg = 0): Script {
  c.mark('roll-in');
  c.aim.rollDegPerS = 8;
  c.aim.power = power;
  const bankDeg = c.card.bankDeg + offDeg;
  yield* around(c, {
    bankDeg,
    turnDeg: 360 + rollOutOffDeg(c),
    pitch,
    each: (sinceS) => {
      c.aim.bank = { by: 'bank', deg: c.side * (heldBankDeg(c, sinceS) + offDeg) };
      c.aim.rudder = ball(c, sinceS);
      if (c.habit('alt-loss-roll-in')) c.aim.pitch = latePull(c, sinceS);
    },
  });
  yield* rollLevel(c, c.habit('alt-gain-rollout') ? 'hold the pull' : 'let it go');
}
