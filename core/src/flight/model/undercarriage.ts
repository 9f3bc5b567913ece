/**
 * Three wheels on springs, by the usual proportions of light airplanes with a nose wheel: common practice, from memory. An
 * airplane with its third wheel at the tail is rolled as if it had it in front.
 */
import { G0_MPS2 } from '../../units/convert.ts';

interface Wheel {
  /** From the centre of gravity, m: ahead, to the right, and below with the spring at its full length. */
  x: number;
  y: number;
  z: number;
  springNpm: number;
  dampingNspm: number;
  steered: boolean;
}

export interface Undercarriage {
  wheels: readonly Wheel[];
  /** Centre of gravity above the ground at rest, m. */
  restM: number;
  /** Wing above the ground at rest, m. */
  wingM: number;
}

/** A spring gives so much under the weight at rest, m, and its damper so much of what would stop it swinging. */
const SAG_M = 0.1;
const DAMPED = 0.35;
/** Ahead and behind, as shares of the chord; beside, of the span; the height of the middle, of the chord. */
const NOSE_AHEAD = 0.75;
const MAINS_BEHIND = 0.24;
const TRACK_HALF = 0.11;
const HEIGHT = 0.72;

export function undercarriageOf(
  massKg: number,
  chordM: number,
  spanM: number,
  mounted: 'high' | 'low',
): Undercarriage {
  const restM = HEIGHT * chordM;
  const noseShare = MAINS_BEHIND / (NOSE_AHEAD + MAINS_BEHIND);
  const wheel = (x: number, y: number, share: number): Wheel => {
    const springNpm = (share * massKg * G0_MPS2) / SAG_M;
    return {
      x,
      y,
      z: restM + SAG_M,
      springNpm,
      dampingNspm: 2 * DAMPED * Math.sqrt(springNpm * share * massKg),
      steered: y === 0,
    };
  };
  return {
    wheels: [
      wheel(NOSE_AHEAD * chordM, 0, noseShare),
      ...[-1, 1].map((side) => wheel(-MAINS_BEHIND * chordM, side * TRACK_HALF * spanM, (1 - noseShare) / 2)),
    ],
    restM,
    wingM: restM + (mounted === 'high' ? 0.6 : -0.3) * chordM,
  };
}
