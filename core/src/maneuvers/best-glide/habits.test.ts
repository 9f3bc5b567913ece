import type { Columns, Measures } from '../../testing/habits/columns.ts';
import { holdHabits } from '../../testing/habits/hold.ts';

const settled = (c: Columns): [number, number] => [c.event('power-off') + 25, c.event('power-on')];
const GLIDE_MEASURES: Measures = {
  'slow-to-glide-speed': [
    (c) => {
      const at = c.event('power-off');
      const wanted = c.flown.card.entry.airspeedKias! + 5;
      return c.first('ias_kt', at, c.endS, (kt) => kt < wanted) - at;
    },
    14,
  ],
  'too-fast-for-glide': [(c) => c.mean('ias_kt', ...settled(c)) - c.flown.card.entry.airspeedKias!, 10],
  'too-slow-for-glide': [(c) => c.flown.card.entry.airspeedKias! - c.mean('ias_kt', ...settled(c)), 10],
};

holdHabits('best-glide', GLIDE_MEASURES, 'power-off');
