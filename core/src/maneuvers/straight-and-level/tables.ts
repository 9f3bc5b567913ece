/** Numbers of straight and level flight. */
import { figures } from '../../kits/attempt/figures.ts';

export const LEVEL_SIGNS = figures('straight-and-level/found', {
  levelFpm: [600, 'ft/min', 'vertical speed either way of level flight, chased or not'],
  mostBankDeg: [12, 'deg', 'bank either way of straight flight'],
});
