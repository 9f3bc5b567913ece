/** Measures of the habits that any turn can have. */
import { type Columns, entryAltitude, type Measure, type Measures, spread } from './columns.ts';

export const turning = (c: Columns): [number, number] => [c.event('roll-in'), c.event('roll-out')];
export const established = (c: Columns): [number, number] => [c.event('roll-in') + 7, c.event('roll-out')];
export const side = (c: Columns) => Math.sign(c.mean('bank_deg', ...established(c)));
const levelAgain = (c: Columns) =>
  c.first('bank_deg', c.event('roll-out') + 0.5, c.endS, (bank) => Math.abs(bank) < 5);
export const pastHeading: Measure = (c) => Math.abs(c.turned(c.event('roll-in'), levelAgain(c))) - 360;
export const ballOut = (c: Columns, sign: number) =>
  c.longest('lat_g', ...turning(c), (g) => -g * side(c) * sign > 0.05);

export const TURN_MEASURES: Measures = {
  'alt-loss-roll-in': [
    (c) => {
      const at = c.event('roll-in');
      const quarter = c.headings(at, c.event('roll-out')).findIndex((turned) => Math.abs(turned) > 90) / 10;
      return entryAltitude(c, at) - c.least('alt_ft', at, at + quarter);
    },
    50,
  ],
  'alt-gain-rollout': [
    (c) => {
      const at = c.event('roll-out');
      return c.most('alt_ft', at, levelAgain(c) + 10) - c.mean('alt_ft', at - 0.5, at + 0.5);
    },
    50,
  ],
  'rollout-overshoot': [pastHeading, 10],
  'rollout-undershoot': [(c) => -pastHeading(c), 10],
  'bank-wander': [(c) => spread(c.smooth('bank_deg', ...established(c))), 10],
  slip: [(c) => ballOut(c, 1), 3],
  skid: [(c) => ballOut(c, -1), 3],
};
