/** Numbers of rolls about a point. */
import { figures, thresholds } from '../../units/figures.ts';

export const ROLL_LIMITS = thresholds('coordination-rolls', {
  adverseYawDeg: [2, 'deg', 'swing of the nose against the roll'],
});

export const ROLLS = figures('coordination-rolls/found', {
  pointS: [3, 's', 'time before the first roll at which the point is taken'],
  least: [4, '', 'rolls in a row'],
  longestS: [9, 's', 'longest roll'],
  apartS: [5, 's', 'longest pause between two'],
  leastBankDeg: [12, 'deg', 'bank that a roll reaches'],
  mostDriftDeg: [30, 'deg', 'change of heading within one'],
  slightDeg: [10, 'deg', 'change of heading of a wing that only came past level'],
});
