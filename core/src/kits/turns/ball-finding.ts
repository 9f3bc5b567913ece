/** Ball out in a turn, whichever turn it is. */

import { longestStretch, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Finding } from '../../scoring/schema.ts';
import type { Attempt, ScoringContext } from '../attempt/attempt.ts';
import { limitsOf } from '../attempt/figures.ts';
import { finding, numberText } from '../attempt/finding.ts';
import { TURN_LIMITS } from './tables.ts';

interface Turning {
  track: Track;
  attempt: Attempt;
  rows: Rows;
  /** +1 to the right, −1 to the left. */
  side: number;
  context: ScoringContext;
}

/** Ball out on the inside (slip) or the outside (skid): lateral force to the right is a ball to the left. */
export const ballOut =
  (name: 'slip' | 'skid') =>
  ({ track, attempt, rows, side, context }: Turning): Finding | undefined => {
    const ball = track.other('lat_g');
    if (!ball) return undefined;
    const { ballG, ballS } = limitsOf(context, TURN_LIMITS);
    const inwards = (i: number) => -ball.values[i] * side * (name === 'slip' ? 1 : -1);
    const stretch = longestStretch(track.timeS, rows, (i) => inwards(i) > ballG);
    if (!stretch || stretch.endS - stretch.startS < ballS) return undefined;
    const size = inwards(rowOfMax(rowsBetween(track.timeS, stretch.startS, stretch.endS), inwards));
    return finding(`${attempt.maneuver}/${name}`, 'fault', stretch, size, 'g', {
      what: `${name === 'slip' ? 'Slipping' : 'Skidding'}: ball out on the ${name === 'slip' ? 'inside' : 'outside'} for ${numberText(stretch.endS - stretch.startS)} s (${numberText(size, 2)} g).`,
      why: name === 'slip' ? 'Too little rudder into the turn.' : 'Too much rudder into the turn.',
      tryNext: 'Feel the seat: press the rudder on the side where the ball is.',
    });
  };
