/** Numbers of slow flight. */
import { figures, thresholds } from '../../kits/attempt/figures.ts';

export const SLOW_LIMITS = thresholds('slow-flight', {
  entryLossFt: [50, 'ft', 'altitude lost while slowing down'],
  sinkFt: [50, 'ft', 'altitude lost slow, before the power came up'],
  tooFastKt: [10, 'kt', 'distance above the target'],
  mostBankDeg: [20, 'deg', 'bank where nothing was briefed', 'FAA ACS, slow flight (from memory)'],
  bankBeyondDeg: [5, 'deg', 'bank beyond the most that is allowed'],
  driftDeg: [10, 'deg', 'drift of the heading to the left on a straight leg'],
  heldElevator: [0.1, 'of travel', 'elevator held all the way'],
  recoveryClimbFt: [100, 'ft', 'climb above the entry in the recovery'],
});

export const SLOW_SIGNS = figures('slow-flight/found', {
  aboveWarningKt: [15, 'kt', 'distance above the warning up to which it is slow'],
  aboveUnbriefedKt: [8, 'kt', 'the same where something else was briefed: only what is plainly slow'],
  leastS: [15, 's', 'shortest slow flight'],
  leastDerivedS: [
    30,
    's',
    'the same where the airspeed is worked out from a wind, and slow by its own error',
  ],
  aboveBriefKt: [20, 'kt', 'distance above a briefed target up to which it is slow flight flown too fast'],
  leastPower: [0.15, '', 'share of the power below which it is a glide'],
  mostFallFt: [300, 'ft', 'altitude lost before it was slow, beyond which a descent ended there'],
  levelFpm: [420, 'ft/min', 'vertical speed either way: level, or climbing and descending gently'],
  levelMeanFpm: [120, 'ft/min', 'mean vertical speed over some seconds that is level'],
  mostBankDeg: [33, 'deg', 'bank beyond which it is a steep turn that lost its speed'],
  bankedDeg: [10, 'deg', 'bank that is a turn'],
  mostBanked: [0.8, '', 'share of the time in a turn beyond which it is one turn flown slowly'],
  longestEntryS: [90, 's', 'longest way down to the speed'],
  longestRecoveryS: [60, 's', 'longest way back'],
  recoveredKt: [5, 'kt', 'distance below the speed it came from at which it has recovered'],
  risesKt: [3, 'kt', 'rise above the median speed with which the recovery begins'],
  steadyKt: [5, 'kt', 'distance from the speed within which it is established'],
  steadyS: [3, 's', 'time for which it has to be'],
  stillKt: [2.5, 'kt', 'loss of speed within which it still stands where it came from'],
  bridgeS: [4, 's', 'break that is bridged'],
  holdingShare: [0.15, '', 'distance of the lever from where it holds level, within which it is up'],
  sinkingS: [6, 's', 'time over which energy must have fallen'],
  aboutAsHighFt: [10, 'ft', 'altitude either way that is the same'],
  legClimbFpm: [150, 'ft/min', 'vertical speed of a leg that was meant to climb or descend'],
  legClimbFt: [150, 'ft', 'altitude of such a leg'],
});
