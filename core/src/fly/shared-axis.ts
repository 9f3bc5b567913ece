/** Flown together: the instructor holds one axis as the step asks, and the student flies the rest. */
import type { TargetCard } from '../card/card.ts';
import type { CoachLook } from '../coach/coach.ts';
import type { Seen } from '../flight/pilot/eyes.ts';
import type { Aim, BankAim } from '../flight/pilot/hands.ts';
import { shortestTurnDeg } from '../units/angles.ts';
import type { SharedAxis } from './trainer-types.ts';

/** Steady for so long, the instructor rolls in. */
const STEADY_S = 8;

interface Together {
  card: TargetCard;
  look: Pick<CoachLook, 'aims' | 'index' | 'stepS' | 'toGo' | 'timeS'>;
  seen: Seen;
  throttle: number;
}

/** The student's aim with the shared axis taken over. */
export function sharedAim(axis: SharedAxis, student: Aim, { card, look, seen, throttle }: Together): Aim {
  switch (axis) {
    case 'rudder':
      return { ...student, rudder: { by: 'ball' } };
    case 'throttle': {
      const { kias } = look.aims;
      // Where the step holds no speed, the power is the step's own, and stays the student's.
      return kias === undefined ? student : { ...student, power: { by: 'speed', throttle, kias } };
    }
    case 'bank':
      return { ...student, bank: bankAim(card, look, seen) };
  }
}

function bankAim(
  card: TargetCard,
  { aims, index, stepS, toGo, timeS }: Together['look'],
  seen: Seen,
): BankAim {
  const turns = card.turn !== null && card.bankDeg > 0;
  const rollsIn = turns && index === 0 && timeS - stepS > STEADY_S;
  const around = aims.turnDeg !== undefined && toGo !== null && toGo.value > card.bankDeg / 2;
  if (rollsIn || around) return { by: 'bank', deg: card.variant === 'right' ? card.bankDeg : -card.bankDeg };
  if (aims.turnDeg !== undefined) return { by: 'bank', deg: 0 };
  const { headingDeg } = seen;
  return { by: 'heading', deg: headingDeg + shortestTurnDeg(headingDeg, card.entry.headingDeg), mostDeg: 10 };
}
