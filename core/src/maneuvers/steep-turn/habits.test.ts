import { maneuveringSpeedKias } from '../../airplane/limits.ts';
import {
  type Columns,
  type Measure,
  type Measures,
  reversals,
  spread,
} from '../../testing/habits/columns.ts';
import { airplane, holdHabits, weightLb } from '../../testing/habits/hold.ts';
import { established, TURN_MEASURES, turning } from '../../testing/habits/turns.ts';

const bankOff = (c: Columns, sign: number) =>
  Math.max(...c.smooth('bank_deg', ...established(c)).map((bank) => sign * (Math.abs(bank) - 45)));
const speedLost: Measure = (c) =>
  c.mean('ias_kt', c.event('roll-in') - 3, c.event('roll-in')) -
  Math.min(...c.smooth('ias_kt', ...turning(c)));
const rpmSwing = (c: Columns) => spread(c.smooth('rpm', ...turning(c)));

const STEEP_MEASURES: Measures = {
  ...TURN_MEASURES,
  'rollout-late': TURN_MEASURES['rollout-overshoot'],
  'rollout-early': TURN_MEASURES['rollout-undershoot'],
  'roll-in-too-fast': [
    (c) => {
      const bank = c.values('bank_deg', c.event('roll-in'), c.event('roll-in') + 6).map(Math.abs);
      return Math.max(...bank.map((value, i) => (bank[i + 10] ?? value) - value));
    },
    20,
  ],
  overbank: [(c) => bankOff(c, 1), 5],
  'bank-shallow': [(c) => bankOff(c, -1), 5],
  'speed-decay': [speedLost, 10],
  'speed-above-va': [
    (c) => Math.max(...c.smooth('ias_kt', ...turning(c))) - maneuveringSpeedKias(airplane, weightLb),
    1,
  ],
  // The propeller slows with the speed while the lever stays where it is.
  'power-unchanged': [(c) => (spread(c.values('throttle', ...turning(c))) < 0.02 ? speedLost(c) : 0), 4.9],
  'power-chasing': [(c) => (rpmSwing(c) > 100 ? reversals(c.smooth('rpm', ...turning(c)), 100) : 0), 2.5],
  'incomplete-turn': [(c) => 270 - Math.abs(c.turned(...turning(c))), 0],
  'stall-warning': [(c) => c.values('stall_warn', ...turning(c)).filter((on) => on > 0).length / 10, 1],
  'spiral-dive': [(c) => (bankOff(c, 1) > 10 ? -c.least('vs_fpm', ...turning(c)) : 0), 1500],
};

holdHabits('steep-turn', STEEP_MEASURES);
