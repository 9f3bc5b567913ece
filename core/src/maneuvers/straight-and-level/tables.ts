/** Numbers of straight and level flight. */
import { figures } from '../../units/figures.ts';

export const LEVEL_SIGNS = figures('straight-and-level/found', {
  beforeS: [20, 's', 'time before it in which it climbed or descended'],
  settledKt: [5, 'kt', 'distance from the speed of the leg at which it has come'],
  nextSpeedKt: [6, 'kt', 'distance from the speed of another brief at which it is slowing down to that one'],
  leftSpeedKt: [10, 'kt', 'distance from its own speed at which it has left it'],
  levelFpm: [600, 'ft/min', 'vertical speed either way of level flight, chased or not'],
  mostBankDeg: [12, 'deg', 'bank either way of straight flight'],
});
