/** Numbers of stalls: when something in them is a finding, and how a stall is told from a slow moment. */
import { figures, thresholds } from '../attempt/figures.ts';

export const STALL_LIMITS = thresholds('stalls', {
  descentS: [5, 's', 'time of steady descent before a power-off stall’s pitch-up'],
  descentKt: [5, 'kt', 'distance from its mean speed within which that descent is steady'],
  headingDriftDeg: [10, 'deg', 'drift of the heading before the break'],
  wingDropDeg: [20, 'deg', 'bank that a wing drops through'],
  wingDropS: [3, 's', 'time within which it drops'],
  aileron: [0.3, 'of travel', 'aileron against a dropping wing'],
  lateS: [3, 's', 'time from the break to the release'],
  powerFirstS: [1, 's', 'time that power comes before the release'],
  noseLowDeg: [20, 'deg', 'nose below the horizon in the recovery'],
  secondaryS: [15, 's', 'time after the release in which a second stall belongs to the first'],
  lossFt: [250, 'ft', 'altitude lost where no brief allowed for more'],
  leastPowerPct: [65, '%', 'power in a power-on stall', 'FAA ACS, power-on stalls (from memory)'],
  steepDeg: [30, 'deg', 'nose above the horizon before a power-on stall'],
  spinBankDeg: [60, 'deg', 'bank from which a stalled, yawing airplane is entering a spin'],
  spinYawDegPerS: [30, 'deg/s', 'yaw from which it is'],
});

export const EVENT = figures('stalls/events', {
  nearWarningKt: [9, 'kt', 'distance above the warning up to which speeds are looked at'],
  fasterKt: [6, 'kt', 'rise in speed after which a slow moment is over'],
  longestSlowS: [25, 's', 'time after which it is over in any case'],
  leastRiseS: [1, 's', 'shortest rise of the nose toward a break'],
  lossWithinS: [30, 's', 'time after the break in which its lowest is looked for'],
  zoomS: [2, 's', 'time about the break in which the airplane may still be going up'],
  mostBankDeg: [33, 'deg', 'bank before the break above which a warner belongs to a steep turn'],
  bankFromS: [4, 's', 'time before the break over which that bank is taken'],
  sameStallS: [16, 's', 'time between breaks within which the later is the earlier one’s secondary'],
});

export const SIGN = figures('stalls/signs', {
  lookAfterS: [12, 's', 'time after the slowest moment that is looked at'],
  lookBeforeS: [25, 's', 'time before it'],
  sameWarningS: [8, 's', 'silence of the warner after which it belonged to something else'],
  laterFromS: [6, 's', 'beginning of the stretch in which a recovery shows'],
  laterToS: [20, 's', 'end of it'],
  slowedKt: [4, 'kt', 'speed lost toward the moment'],
  regainedKt: [7, 'kt', 'speed had back after it'],
  leastFallFpm: [
    400,
    'ft/min',
    'change of vertical speed: a stalled airplane comes down, slow flight does not',
  ],
  noseFellDeg: [7, 'deg', 'fall of the nose within a few seconds'],
  sinkFpm: [450, 'ft/min', 'sink that shows a break where no nose was recorded'],
  sankFt: [45, 'ft', 'altitude gone with it'],
  sureKt: [4, 'kt', 'distance above the warning beyond which only a firm push tells that a stall was meant'],
  pushedDeg: [9, 'deg', 'fall of the nose that is such a push'],
  leastLossFt: [25, 'ft', 'altitude that an unwarned stall loses at the least'],
  plainLossFt: [70, 'ft', 'altitude that leaves no doubt'],
  recoveredKt: [12, 'kt', 'distance above the warning that a recovery goes on to'],
  stillSlowKt: [9, 'kt', 'distance above the warning within which it is as slow as before'],
  plainFallDeg: [10, 'deg', 'fall of the nose that leaves no doubt'],
});

export const NOSE = figures('stalls/nose', {
  roseDeg: [4, 'deg', 'rise of the nose toward a stall; in slow flight it stays'],
  risingDegPerS: [0.45, 'deg/s', 'slowest rise of the nose'],
  slowingKtPerS: [0.4, 'kt/s', 'slowest loss of speed on the way'],
  heldUpDeg: [4, 'deg', 'distance below its highest within which a nose is held up'],
  longestPauseS: [3, 's', 'hesitation on the way up'],
  longestHeldS: [6, 's', 'time for which a gust may hold the speed with the nose up'],
  fallSlopeS: [0.4, 's', 'time over which the fall of the nose is measured'],
  steepFallShare: [0.6, '', 'share of the steepest fall that begins the break'],
  steepFallDegPerS: [
    -4,
    'deg/s',
    'fall that a stalled wing held back does not exceed; a hand that lets go does',
  ],
  slowFallShare: [0.5, '', 'share of that fall from which it is traced back'],
  mushS: [12, 's', 'time for which a stalled wing may be held'],
  mushFpm: [-600, 'ft/min', 'vertical speed of a wing that is held stalled'],
  beginsFpm: [400, 'ft/min', 'change of vertical speed with which that begins'],
  rollOffDegPerS: [12, 'deg/s', 'rate at which a wing rolls off; gusts roll slower'],
  rollOffS: [2.5, 's', 'time before the nose goes in which it does'],
});

export const UNLOAD = figures('stalls/unload', {
  lookS: [15, 's', 'time after the break in which the wing is let go'],
  stickMoved: [0.2, 'of travel', 'stick forward that is a release'],
  letGoDeg: [5, 'deg', 'fall of the angle of attack from where the wing stalled'],
});

export const STALL_ATTEMPT = figures('stalls/attempts', {
  powerOnShare: [
    0.28,
    '',
    'share of the power from which it is a power-on stall: midway between idle and 65 %',
  ],
  glidingFpm: [-250, 'ft/min', 'rate of energy of a glide where no power is recorded'],
  powerSetS: [4, 's', 'time after the nose began to rise by which a power-on stall’s power is set'],
  recoveryShare: [0.7, '', 'share of the power that may be the recovery’s'],
  turningDeg: [8, 'deg', 'bank before the break from which it is a turning stall'],
  mostTurningBankDeg: [
    20,
    'deg',
    'bank of a turning stall, whatever was flown',
    'FAA ACS, stalls (from memory)',
  ],
  longestSetupS: [100, 's', 'longest setup'],
  stillKt: [2.5, 'kt', 'loss of speed within which it still stands where it came from'],
  settledS: [10, 's', 'time of level flight that ends the attempt'],
  settledKt: [8, 'kt', 'range of speed within which that is settled'],
  levelFpm: [130, 'ft/min', 'vertical speed that is level'],
  regainedFt: [10, 'ft', 'distance below the entry at which a climb has regained it'],
  levelledOffFt: [60, 'ft', 'distance below the entry at which levelling off counts as regained'],
  stillClimbingFpm: [200, 'ft/min', 'vertical speed of a climb that goes on'],
  longestReturnS: [150, 's', 'longest way back to the altitude'],
  inARowS: [65, 's', 'time between breaks that makes them one exercise'],
  leastInARow: [3, '', 'stalls that make an exercise'],
  descentFpm: [-200, 'ft/min', 'vertical speed of the descent before'],
  slowBeforeS: [15, 's', 'time of slow flight before a stall that is another maneuver'],
  slowKt: [10, 'kt', 'mean distance above the warning that is slow flight'],
  slowInGustsKt: [14, 'kt', 'greatest distance above it in those seconds'],
  slowFpm: [200, 'ft/min', 'vertical speed that is level where no power is recorded'],
  poweredSlowFpm: [280, 'ft/min', 'the same where power holds it'],
  slowPower: [0.15, '', 'share of the power that slow flight takes at the least'],
  slowSteadyKt: [4, 'kt', 'loss of speed in those seconds beyond which it was slowing down'],
});

export const RECOVERY = figures('stalls/recovery', {
  sinkingFpm: [100, 'ft/min', 'vertical speed down at which flaps must not come in'],
  stillSinkingS: [1.5, 's', 'time later at which it has to be sinking still'],
  powerUp: [0.12, '', 'share of the lever’s way that is power coming up'],
  revolutionsErrorPct: [4, '%', 'error of a percentage worked out from revolutions'],
});

/** By what a stall is told, whichever it is. */
export const STALL_TABLES = [EVENT, SIGN, NOSE, UNLOAD, STALL_ATTEMPT, RECOVERY];
