import type { Measures } from '../../testing/habits/columns.ts';
import { holdHabits } from '../../testing/habits/hold.ts';

const ROLL_MEASURES: Measures = {
  'adverse-yaw': [
    (c) => {
      // Every other roll goes left: the nose first swings right. Those that begin level tell, in the mean.
      const swings = c.flown.events
        .filter(({ name }) => name === 'roll')
        .map(({ atS }, k) => ({ atS, way: k % 2 === 0 ? 1 : -1 }))
        .filter(({ atS }) => Math.abs(c.mean('bank_deg', atS - 0.2, atS)) < 4)
        .map(({ atS, way }) => Math.max(...c.headings(atS, atS + 1.5).map((deg) => way * deg)));
      return swings.reduce((sum, swing) => sum + swing, 0) / swings.length;
    },
    2,
  ],
};

holdHabits('coordination-rolls', ROLL_MEASURES, 'rolls');
