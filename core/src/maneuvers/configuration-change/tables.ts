/** Numbers of speed and flap changes. */
import { figures } from '../../units/figures.ts';

export const CHANGES = figures('configuration-change/found', {
  afterFlapsS: [20, 's', 'time after the flaps are in that still belongs to their coming in'],
  levelFpm: [700, 'ft/min', 'vertical speed either way of a level part'],
  changeKt: [15, 'kt', 'change of speed from which it was meant'],
  flapsUpDeg: [2, 'deg', 'flap angle up to which they are up'],
  leastS: [12, 's', 'shortest time between the first change and the last'],
  aroundS: [8, 's', 'time before and after that belongs to it'],
});
