import {
  type Columns,
  drift,
  type Measures,
  reversals,
  type SpanOf,
  speedDrift,
} from '../../testing/habits/columns.ts';
import { holdHabits } from '../../testing/habits/hold.ts';

const straightSpan: SpanOf = (c) => [c.event('straight'), c.event('straight') + 90];
const swings = (c: Columns): number => {
  const altitude = c.smooth('alt_ft', ...straightSpan(c));
  return reversals(altitude, 40);
};

const LEVEL_MEASURES: Measures = {
  chasing: [(c) => reversals(c.smooth('vs_fpm', c.event('straight'), c.event('straight') + 60), 400), 3.5],
  'out-of-trim': [swings, 2.5],
  'heading-drift': [drift(straightSpan), 10],
  'speed-not-settled': [speedDrift(straightSpan), 3.6],
  'altitude-offset': [(c) => Math.abs(c.mean('alt_ft', ...straightSpan(c)) - c.mean('alt_ft', 0, 5)), 50],
};

holdHabits('straight-and-level', LEVEL_MEASURES);
