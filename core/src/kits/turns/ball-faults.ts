/** Ball out in a turn, whichever turn it is. */
import { longestStretch, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import { limitsOf } from '../../units/figures.ts';
import { fault } from '../attempt/fault.ts';
import { findingsOf } from '../attempt/finding.ts';
import { TURN_LIMITS } from './tables.ts';

export interface BallParams {
  slip: { ballG: number; lastedS: number };
  skid: { ballG: number; lastedS: number };
}
const find = findingsOf<BallParams>();

/** How far the ball is out on the inside, g: lateral force to the right is a ball to the left. */
const inwardsG = (lateralG: number, side: number): number => -lateralG * side;

/** Ball out on the inside (slip) or the outside (skid). */
const ballOut = <const Name extends 'slip' | 'skid'>(name: Name) => {
  const way = name === 'slip' ? 1 : -1;
  return fault({
    name,
    hand: 'rudder',
    seen: {
      watch:
        ({ columns, side }) =>
        ({ row }) =>
          way * inwardsG(columns.other('lat_g')?.values[row] ?? Number.NaN, side),
      edge: (flying) => limitsOf(flying, TURN_LIMITS).ballG,
      lastsS: (flying) => limitsOf(flying, TURN_LIMITS).ballS,
    },
    find: ({ track, attempt, rows, side, context }) => {
      const ball = track.other('lat_g');
      if (!ball) return undefined;
      const { ballG, ballS } = limitsOf(context, TURN_LIMITS);
      const inwards = (i: number) => way * inwardsG(ball.values[i], side);
      const stretch = longestStretch(track.timeS, rows, (i) => inwards(i) > ballG);
      const lastedS = stretch ? stretch.endS - stretch.startS : 0;
      if (!stretch || lastedS < ballS) return undefined;
      const size = inwards(rowOfMax(rowsBetween(track.timeS, stretch.startS, stretch.endS), inwards));
      return find({ attempt }, name, 'fault', stretch, [size, 'g'], { ballG: size, lastedS });
    },
  });
};

export const slip = ballOut('slip');
export const skid = ballOut('skid');
