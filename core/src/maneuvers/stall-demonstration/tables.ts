/** What tells the shown stalls from each other. */
import { figures } from '../../units/figures.ts';

export const SHOWN_SIGNS = figures('stall-demonstration/found', {
  acceleratedBankDeg: [33, 'deg', 'bank in which a warner is that of an accelerated stall'],
  acceleratedAboveKt: [4, 'kt', 'distance above the warning in level flight at which it already sounds'],
  acceleratedS: [0.5, 's', 'time that it sounds'],
  acceleratedTurnDeg: [180, 'deg', 'turn beyond which it was a turn that was warned in'],
  aroundS: [90, 's', 'time either side of it in which the bank began and ended'],
  levelDeg: [8, 'deg', 'bank at which the wings are level'],
  ballG: [0.05, 'g', 'lateral force before the break that is a skid or a slip'],
  ballS: [2, 's', 'time before the break in which it is taken'],
  turningDeg: [8, 'deg', 'bank of a skid or a slip'],
  leafS: [8, 's', 'time stalled, the stick held back, of a falling leaf'],
  leafRocksDeg: [4, 'deg', 'roll either way of its rocking'],
  warnedS: [15, 's', 'time that the warner is kept on without a break, feet alone'],
  warnedGapS: [2, 's', 'silence that is bridged in it'],
  warnedAroundS: [8, 's', 'time before and after that belongs to it'],
  secondS: [25, 's', 'time after the release within which the second stall comes'],
  secondWarnS: [1, 's', 'time that the warner sounds again'],
});
