/** House figures of takeoff, pattern and landing; a school puts its own in their place. */
import { figures } from '../units/figures.ts';

export const FIELD_FIGURES = figures('field', {
  patternFt: [1000, 'ft', 'height of the pattern above the field'],
  gateFt: [300, 'ft', 'height above the field by which an approach is stable, or is broken off'],
  fastKt: [10, 'kt', 'speed above the one aimed for that is still stable'],
  slowKt: [5, 'kt', 'speed below it that is still stable'],
  sinkFpm: [1000, 'ft/min', 'most sink of a stable approach'],
  pathDeg: [3, 'deg', 'angle of the path down'],
  pathWithinDeg: [1, 'deg', 'distance from it that is still stable'],
  mostBankDeg: [30, 'deg', 'most bank on base and final'],
  abortShare: [0.7, '', 'share of the rotation speed by half the runway'],
  stallTimes: [
    1.3,
    '',
    'multiple of the stall speed in the landing configuration that an approach is flown at',
    'FAA-H-8083-3, approaches and landings (from memory)',
  ],
  gustShare: [0.5, '', 'share of the gust added to it', 'FAA-H-8083-3, turbulent air approach (from memory)'],
});
