import { holdHabits } from '../../testing/habits/hold.ts';
import { legMeasures } from '../../testing/habits/legs.ts';

holdHabits('climb', {
  ...legMeasures('climb', 1),
  'below-best-angle': [
    (c) => {
      const vxKias = c.flown.card.climbKias.vx!;
      return c.longest('ias_kt', c.event('climb') + 14, c.event('level-off'), (ias) => ias < vxKias - 3);
    },
    5,
  ],
});
