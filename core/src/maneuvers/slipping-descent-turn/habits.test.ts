import type { Columns, Measures } from '../../testing/habits/columns.ts';
import { holdHabits } from '../../testing/habits/hold.ts';
import { established, side, TURN_MEASURES } from '../../testing/habits/turns.ts';

const mid = (c: Columns): [number, number] => [established(c)[0], established(c)[1] - 2];
/** Mean lateral force to the inside of the turn, g. */
const slipG = (c: Columns) => -side(c) * c.mean('lat_g', ...mid(c));
const fast = (c: Columns) => c.mean('ias_kt', ...mid(c)) - c.flown.card.entry.airspeedKias!;

const SLIP_MEASURES: Measures = {
  ...TURN_MEASURES,
  'little-slip': [(c) => 0.06 - slipG(c), 0],
  'too-fast': [fast, 10],
  'too-slow': [(c) => -fast(c), 5],
  'slip-kept': [
    (c) => c.longest('lat_g', c.event('roll-out') + 5, c.event('roll-out') + 12, (g) => Math.abs(g) > 0.06),
    2,
  ],
};

holdHabits('slipping-descent-turn', SLIP_MEASURES);
