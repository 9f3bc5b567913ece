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

/** How rough the air was: house figures, of the load above 0.15 Hz and of the airspeed about a straight line. */
export const AIR_LEVEL = figures('air-level', {
  windowS: [3, 's', 'time whose mean is taken off: what is left lies above 0.15 Hz'],
  blockS: [5, 's', 'length of the pieces that are looked at'],
  leastBlocks: [2, '', 'pieces that are enough'],
  aroundS: [30, 's', 'time either side of an attempt that shows the same air'],
  quietDeg: [8, 'deg', 'change of bank or pitch in such a piece beyond which it is the hand’s'],
  quietElevator: [0.15, 'of travel', 'the same of the elevator'],
  lightG: [0.03, 'g', 'shaking from which the air is light turbulence'],
  moderateG: [0.15, 'g', 'shaking from which it is moderate'],
  severeG: [0.33, 'g', 'shaking from which it is severe'],
  lightKt: [1.5, 'kt', 'scatter of the airspeed from which the air is light turbulence'],
  moderateKt: [5, 'kt', 'scatter from which it is moderate'],
  severeKt: [10, 'kt', 'scatter from which it is severe'],
  trackS: [3, 's', 'time over which a figure is judged from moderate air on'],
  excusedShare: [0.5, '', 'share of a tolerance that a gust may take beyond it'],
  excusedS: [5, 's', 'time for which it may'],
  gustS: [3, 's', 'time about the leaving in which the gust shows'],
  gustTimes: [
    5.5,
    '',
    'multiple of the air’s own shaking that is a gust, from its lowest to its highest load',
  ],
});
