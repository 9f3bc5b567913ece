/** Measures of the habits that a stall can have. */
import { type Columns, drift, type Measures, spread } from './columns.ts';
import { flapJumps } from './flaps.ts';

const broke = (c: Columns) => c.event('break');
const unloads = (c: Columns) => c.first('elevator', broke(c) - 0.2, c.endS, (e) => e < 0.2);
const powerUp = (c: Columns) => c.first('throttle', broke(c) - 0.2, c.endS, (t) => t > 0.15);
export const STALL_MEASURES: Measures = {
  'no-stabilized-descent': [
    (c) => {
      const [from, to] = [c.event('setup'), c.event('pitch-up')];
      return 5 - c.longest('vs_fpm', from, to, (fpm) => fpm < -200 && fpm > -900);
    },
    0,
  ],
  'wrong-cue': [(c) => (c.most('stall_warn', c.event('pitch-up'), unloads(c)) > 0 ? 0 : 1), 0.5],
  'heading-drift': [drift((c) => [c.event('pitch-up'), broke(c)]), 10],
  'wing-drop': [(c) => spread(c.values('bank_deg', broke(c), broke(c) + 3)), 20],
  'aileron-in-stall': [
    (c) => {
      const bank = c.values('bank_deg', broke(c), broke(c) + 4);
      return Math.max(
        ...c
          .values('aileron', broke(c), broke(c) + 4)
          .map((a, i) => -a * Math.sign(bank[i]) * (Math.abs(bank[i]) > 5 ? 1 : 0)),
      );
    },
    0.3,
  ],
  'late-recovery': [(c) => unloads(c) - broke(c), 3],
  'power-before-pitch': [(c) => unloads(c) - powerUp(c), 1],
  'nose-too-low': [(c) => -c.least('pitch_deg', broke(c), c.endS), 20],
  'secondary-stall': [
    (c) => {
      const quiet = c.first('stall_warn', unloads(c), c.endS, (on) => on === 0);
      return c.values('stall_warn', quiet + 0.5, quiet + 15).filter((on) => on > 0).length / 10;
    },
    0.5,
  ],
  'excess-altitude-loss': [
    (c) => c.mean('alt_ft', broke(c) - 0.5, broke(c)) - c.least('alt_ft', broke(c), broke(c) + 30),
    400,
  ],
  'flaps-all-at-once': [(c) => flapJumps(c, broke(c)), 19],
  'flaps-up-without-climb': [
    (c) => -c.mean('vs_fpm', c.event('flaps-in') - 0.6, c.event('flaps-in') + 0.6),
    0,
  ],
  'power-too-low': [(c) => 65 - c.mean('power_pct', broke(c) - 4, broke(c)), 0],
  'pitch-too-steep': [(c) => c.most('pitch_deg', c.event('pitch-up'), broke(c) + 1), 30],
  'spin-entry': [
    (c) => {
      const bank = c.values('bank_deg', broke(c), broke(c) + 8).map(Math.abs);
      const turning = c.headings(broke(c), broke(c) + 8);
      const rates = turning.map((value, i) => Math.abs((turning[i + 5] ?? value) - value) * 2);
      return Math.max(...rates.map((rate, i) => (bank[i] > 60 ? rate : 0)));
    },
    30,
  ],
};
