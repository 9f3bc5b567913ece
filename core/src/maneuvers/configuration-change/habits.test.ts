import type { Measures } from '../../testing/habits/columns.ts';
import { gain, loss, within } from '../../testing/habits/flaps.ts';
import { holdHabits } from '../../testing/habits/hold.ts';

const CHANGE_MEASURES: Measures = {
  'balloon-on-flap': [(c) => within(c, 'flaps-out', 15, gain), 50],
  'sink-on-flap-retraction': [(c) => within(c, 'flaps-in', 15, loss), 50],
  'flap-overspeed': [
    (c) => {
      const stages = [
        [20, 88],
        [10, 110],
        [30, 85],
      ] as const;
      const flaps = c.values('flaps_deg', 0, c.endS);
      const speed = c.values('ias_kt', 0, c.endS);
      return Math.max(
        ...stages.flatMap(([deg, limit]) => speed.map((kt, i) => (flaps[i] > deg - 1 ? kt - limit : -99))),
      );
    },
    1,
  ],
};

holdHabits('configuration-change', CHANGE_MEASURES, 'slowing');
