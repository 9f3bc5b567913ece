import type { Columns } from '../../testing/habits/columns.ts';
import { holdHabits } from '../../testing/habits/hold.ts';
import { established, TURN_MEASURES } from '../../testing/habits/turns.ts';

/** Degrees a second over the held part, off three. */
const rateOff = (c: Columns): number => {
  const [fromS, toS] = established(c);
  return Math.abs(c.turned(fromS, toS)) / (toS - fromS) - 3;
};

holdHabits('standard-rate-turn', {
  ...TURN_MEASURES,
  'rate-too-fast': [rateOff, 0.5],
  'rate-too-slow': [(c) => -rateOff(c), 0.5],
});
