/** One sentence at a time, as an instructor says it in the air: where to look, what to do, and then silence. */
import type { Lane } from './lanes.ts';
import { usedOf } from './lanes.ts';

export interface CoachSees {
  lanes: readonly { lane: Lane; deviation: number; perS: number }[];
  warning: boolean;
  altitudeFt: number;
  floorFt: number;
  kias: number;
  vaKias: number;
  bankDeg: number;
  lateralG: number;
  turning: boolean;
}

export interface CoachWord {
  says: string;
  level: 'stop' | 'now' | 'soon';
}

/** Said from this much tolerance used when it is still growing, and past the edge in any case. */
const EARLY = 0.75;
const BALL_G = 0.06;
/** A spiral begins about here. */
const STEEP_DEG = 58;

const WORDS: Record<Lane['parameter'], readonly [below: string, above: string]> = {
  bank: ['Bank shallowing. Bring it back.', 'Bank steepening. Look out, ease it back.'],
  altitude: ['Sinking. A little more pull.', 'Climbing. Let some of the pull go.'],
  airspeed: ['Slowing. Power, or less pull.', 'Getting fast. Raise the nose, check the power.'],
  heading: ['Drifting left. Back to the point.', 'Drifting right. Back to the point.'],
};

/** The one thing to say now, or nothing. Safety first, then what is furthest out and going further. */
export function coachWord(sees: CoachSees): CoachWord | null {
  if (sees.warning) return { says: 'Stall warning. Ease the pull, now.', level: 'stop' };
  if (Math.abs(sees.bankDeg) > STEEP_DEG)
    return { says: 'Too steep. Power back, level the wings, then ease out.', level: 'stop' };
  if (sees.kias > sees.vaKias + 1)
    return { says: 'Above maneuvering speed. Stop, power back, wings level.', level: 'stop' };
  if (sees.altitudeFt < sees.floorFt) return { says: 'Below the floor. Stop, and climb.', level: 'stop' };
  const worst = sees.lanes
    // A bank means something only in the turn.
    .filter(({ lane }) => lane.parameter !== 'bank' || sees.turning)
    // The heading of a turn changes on purpose.
    .filter(({ lane }) => lane.parameter !== 'heading' || !sees.turning)
    .map((one) => ({ ...one, used: usedOf(one.lane, one.deviation) }))
    .filter(({ used, perS }) => Math.abs(used) > 1 || (Math.abs(used) > EARLY && used * perS > 0))
    .sort((a, b) => Math.abs(b.used) - Math.abs(a.used))[0];
  if (worst) {
    const [below, above] = WORDS[worst.lane.parameter];
    return { says: worst.used > 0 ? above : below, level: Math.abs(worst.used) > 1 ? 'now' : 'soon' };
  }
  if (Math.abs(sees.lateralG) > BALL_G)
    return { says: `Ball. Press ${sees.lateralG > 0 ? 'left' : 'right'}.`, level: 'soon' };
  return null;
}
