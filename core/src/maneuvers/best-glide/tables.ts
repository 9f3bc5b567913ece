/** Numbers of the glide. */
import { figures, thresholds } from '../../units/figures.ts';

export const GLIDE_LIMITS = thresholds('best-glide', {
  reachS: [10, 's', 'time to the best speed'],
  reachKt: [5, 'kt', 'distance above it at which it is reached'],
  offKt: [10, 'kt', 'median distance from it'],
});

export const GLIDE_SIGNS = figures('best-glide/found', {
  idleS: [1, 's', 'time that closing the throttle takes'],
  leastS: [15, 's', 'shortest glide'],
  idleShare: [0.12, '', 'share of the power up to which it is idle'],
  surelyIdleShare: [0.06, '', 'share of the power that no descent with power has'],
  sinkFpm: [-350, 'ft/min', 'vertical speed of a glide where no power is recorded'],
  slowedKt: [
    8,
    'kt',
    'distance above the briefed speed that a glide comes down to where no power is recorded',
  ],
  leastFallFt: [150, 'ft', 'altitude that a glide loses'],
  settledS: [10, 's', 'time after the start from which a glide that never slowed down is judged'],
});

export const FIELD_SIGNS = figures('best-glide/chosen-field', {
  overRatio: [3, 'to 1', 'way to the field for its height below which it lies beneath, whatever the wind'],
  towardDeg: [45, '°', 'distance of the track from the way to the field up to which it is flown toward'],
  lookS: [5, 's', 'time over which a track is looked at'],
  leastLostFt: [200, 'ft', 'height lost toward the field that tells what the glide covers'],
  doubt: [0.15, '', 'share by which what is needed and what was flown must differ to be told apart'],
});
