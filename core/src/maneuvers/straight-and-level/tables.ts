/** Numbers of straight and level flight. */
import { figures } from '../../kits/attempt/figures.ts';

export const LEVEL_SIGNS = figures('straight-and-level/found', {
  beforeS: [20, 's', 'time before it in which it climbed or descended'],
  settledKt: [5, 'kt', 'distance from the speed of the leg at which it has come'],
  levelFpm: [600, 'ft/min', 'vertical speed either way of level flight, chased or not'],
  mostBankDeg: [12, 'deg', 'bank either way of straight flight'],
});
