/** Numbers of the signals. */
import { figures } from '../units/figures.ts';

const MEASURED = 'measured on synthetic flights';

export const ROUGH_AIR = figures('rough-air', {
  roughG: [
    0.03,
    'g',
    'root mean square of the load about its mean, from which on the air is rough: still air with sensor noise stays below 0.02, light turbulence lies above 0.04',
    MEASURED,
  ],
  doublesG: [
    0.05,
    'g',
    'so much more of it doubles what counts as steady: a gust moves an airplane that nobody moved',
    MEASURED,
  ],
  mostTimes: [1.8, '', 'how far that goes at the most', MEASURED],
  windowS: [3, 's', 'time over which that mean is taken', MEASURED],
  lineS: [10, 's', 'time over which an airspeed is held against a straight line', MEASURED],
});
