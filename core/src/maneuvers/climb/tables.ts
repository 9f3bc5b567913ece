/** Numbers of climbs. */
import { thresholds } from '../../units/figures.ts';

export const CLIMB_LIMITS = thresholds('climb', {
  belowVxKt: [3, 'kt', 'speed below best angle of climb'],
  belowVxS: [5, 's', 'time for which it stays below'],
});
