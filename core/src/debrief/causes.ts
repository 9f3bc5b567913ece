/**
 * Why a height was lost or gained, and what to do about it: the one place that decides, from the kind of flying, its phase
 * and the energy. One advice at a time, and never that of another maneuver. Figures and rules are common practice.
 */
import { numberText } from '../kits/attempt/finding.ts';
import { loadFactor } from '../mechanics/turning.ts';
import type { EnergyCause } from './energy.ts';

/** `slow`: near the stall, where power holds the height; `turn`: banked; `straight`: neither. */
export type Flying = 'slow' | 'turn' | 'straight';

export interface HeightLeft {
  flying: Flying;
  /** The phase at the peak, by its name. */
  phase?: string;
  cause: EnergyCause;
  /** Signed: below or above what was wanted, ft. */
  offFt: number;
  bankDeg: number;
  /** Recorded load about the peak, g; NaN where none is. */
  loadG: number;
  /** Slower than the target by, kt; negative is faster. */
  slowKt: number;
}

export interface Cause {
  why: string;
  tryNext: string;
}

/** Slower than this in a climbing turn, the nose is too high whatever else. */
const SLOW_KT = 5;

export function heightCause(left: HeightLeft): Cause {
  const low = left.offFt < 0;
  if (left.flying === 'slow') return low ? sinkSlow(left) : riseSlow(left);
  if (left.flying === 'turn') return low ? sinkInTurn(left) : riseInTurn(left);
  return low ? sinkStraight(left) : riseStraight(left);
}

function sinkSlow({ cause, phase }: HeightLeft): Cause {
  if (phase === 'recovery')
    return {
      why: 'Height went before the power had done its work.',
      tryNext: 'Full power first; hold the height with the nose as the speed comes.',
    };
  if (cause === 'pitch')
    return {
      why: 'Energy held: the nose went down, and height became speed.',
      tryNext: 'Raise the nose to the speed, and let the power hold the height.',
    };
  return cause === 'less-energy'
    ? {
        why: 'Energy fell with the nose held up: slower takes more power here, not less.',
        tryNext: 'Power up at once to hold level, the nose where the speed is; then trim.',
      }
    : {
        why: 'The nose was let down and the speed came up.',
        tryNext: 'Nose back to the attitude of the speed, and leave the power.',
      };
}

function riseSlow({ cause, phase }: HeightLeft): Cause {
  if (phase === 'recovery' || phase === 'settle')
    return {
      why: 'Full power at low speed wants to climb, and the nose stayed up.',
      tryNext: 'Push as the power comes up: the nose goes down to where level is; trim.',
    };
  if (cause === 'more-energy')
    return {
      why: 'More power than level flight takes at this speed.',
      tryNext: 'A little power off, the nose where it is.',
    };
  return {
    why: 'The nose came up faster than the speed went.',
    tryNext: 'A little nose with every five knots that go; the altimeter says how much.',
  };
}

const asksFor = ({ bankDeg, loadG }: HeightLeft): string => {
  const needed = `${numberText(bankDeg)}° of bank asks for ${numberText(loadFactor(bankDeg), 2)} g`;
  return Number.isNaN(loadG) ? needed : `${needed}; it had ${numberText(loadG, 2)} g`;
};

function sinkInTurn(left: HeightLeft): Cause {
  if (left.cause === 'pitch')
    return {
      why: `Energy held: pitch, not power. ${asksFor(left)}.`,
      tryNext: 'Shallow the bank first, then ease back.',
    };
  return left.cause === 'less-energy'
    ? {
        why: `Energy was lost: too little power for the drag of the turn. ${asksFor(left)}.`,
        tryNext: 'Add the power as the bank comes on; then pitch.',
      }
    : {
        why: `Energy grew while height went: power up and nose low. ${asksFor(left)}.`,
        tryNext: 'Shallow the bank, raise the nose, and leave the power.',
      };
}

function riseInTurn({ cause, slowKt }: HeightLeft): Cause {
  if (slowKt > SLOW_KT || cause === 'less-energy')
    return {
      why: 'Climbing and slow: the nose is high.',
      tryNext: 'Lower the nose to the picture, and leave the power.',
    };
  return cause === 'pitch'
    ? {
        why: 'Energy held: speed was pulled into height.',
        tryNext: 'Relax the pull a little, or steepen by two degrees.',
      }
    : {
        why: 'Energy grew: more power than the turn needed.',
        tryNext: 'Take the power back to the card’s setting.',
      };
}

function sinkStraight({ cause }: HeightLeft): Cause {
  if (cause === 'less-energy')
    return {
      why: 'Energy fell: less power than level flight takes.',
      tryNext: 'A little power, the attitude held; then trim.',
    };
  return {
    why: 'The nose was let down, and height became speed.',
    tryNext: 'Raise the nose to the picture and hold it; then trim.',
  };
}

function riseStraight({ cause }: HeightLeft): Cause {
  if (cause === 'more-energy')
    return {
      why: 'Energy grew: more power than level flight takes.',
      tryNext: 'Take the power back to the card’s setting.',
    };
  return {
    why: 'The nose came up, and speed became height.',
    tryNext: 'Lower the nose to the picture and hold it; then trim.',
  };
}
