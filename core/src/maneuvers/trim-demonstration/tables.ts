/** Numbers of the trim demonstration. */
import { figures, thresholds } from '../../units/figures.ts';

export const TRIM_LIMITS = thresholds('trim-demonstration', {
  backKt: [8, 'kt', 'distance from the speed before within which it has come back'],
  movedStick: [0.06, 'of travel', 'movement of the stick in pitch that is a hand on it'],
  movedTrim: [0.04, 'of travel', 'movement of the trim'],
});

export const TRIM_SIGNS = figures('trim-demonstration/found', {
  stepLever: [0.07, '', 'change of the power lever, or of what stands for it, that begins it'],
  stepS: [4, 's', 'time in which the change is made'],
  beforeS: [8, 's', 'steady flight before it'],
  leastS: [30, 's', 'shortest time that the power then stays'],
  longestS: [120, 's', 'longest'],
  stayLever: [0.05, '', 'change of the lever that is none'],
  leastFpm: [120, 'ft/min', 'mean vertical speed that the power brings'],
  beforeFpm: [250, 'ft/min', 'mean vertical speed before it that is still level: rough air moves it'],
  mostBankDeg: [12, 'deg', 'bank beyond which it is a turn'],
  settledS: [12, 's', 'time at its end over which the speed is taken'],
});
