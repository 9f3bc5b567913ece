/** Numbers of the turns that clear the area. */
import { figures } from '../../units/figures.ts';

export const CLEARING = figures('clearing-turns/found', {
  correctionDeg: [20, 'deg', 'change of heading up to which it is a correction'],
  leastDeg: [70, 'deg', 'least of a quarter turn'],
  mostDeg: [110, 'deg', 'most of a quarter turn'],
  pairS: [25, 's', 'longest pause between the two of a pair'],
  onceLeastDeg: [160, 'deg', 'least of a single turn'],
  onceMostDeg: [370, 'deg', 'most of a single turn'],
  onceBankDeg: [22, 'deg', 'bank of a single turn'],
  bankDeg: [33, 'deg', 'bank of either of a pair'],
  withinS: [180, 's', 'time after it within which what it clears for begins'],
});
