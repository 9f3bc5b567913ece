/** Ball out in a turn, whichever turn it is. */
import { longestStretch, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Finding } from '../../scoring/schema.ts';
import type { Attempt, ScoringContext } from '../attempt/attempt.ts';
import { limitsOf } from '../attempt/figures.ts';
import { findingsOf } from '../attempt/finding.ts';
import { TURN_LIMITS } from './tables.ts';

export interface BallParams {
  slip: { ballG: number; lastedS: number };
  skid: { ballG: number; lastedS: number };
}
const find = findingsOf<BallParams>();

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
    const lastedS = stretch ? stretch.endS - stretch.startS : 0;
    if (!stretch || lastedS < ballS) return undefined;
    const size = inwards(rowOfMax(rowsBetween(track.timeS, stretch.startS, stretch.endS), inwards));
    return find({ attempt }, name, 'fault', stretch, [size, 'g'], { ballG: size, lastedS });
  };
