/** Numbers of straight flight: level, climbing, descending. */
import { figures, thresholds } from '../../units/figures.ts';

export const STRAIGHT_LIMITS = thresholds('straight', {
  chasingReversals: [4, '', 'turns of the vertical speed within a minute'],
  chasingFpm: [200, 'ft/min', 'vertical speed either way that such a turn has'],
  trimSwingFt: [40, 'ft', 'size of a slow swing of the altitude'],
  trimSwings: [3, '', 'turns of such a swing that are a habit of the airplane and no slip of the hand'],
  trimShortestS: [15, 's', 'shortest period of such a swing'],
  trimLongestS: [45, 's', 'longest period of it'],
  headingDriftDeg: [10, 'deg', 'drift of the heading'],
  speedDriftKt: [3, 'kt', 'change of the speed that should have settled'],
  speedDriftS: [30, 's', 'time over which that change is looked at'],
  altitudeOffsetFt: [50, 'ft', 'mean distance from the altitude asked'],
  levelOffFt: [100, 'ft', 'way past the altitude in levelling off'],
});

export const STRAIGHT_SIGNS = figures('straight/found', {
  heldUpS: [40, 's', 'longest time for which sinking air holds a climb up'],
  samePower: [0.1, '', 'change of the power within which it stayed'],
  gustsOverS: [8, 's', 'time over which a vertical speed counts in rough air'],
  offLineDeg: [
    40,
    'deg',
    'distance from the briefed heading or its reciprocal beyond which a leg was not meant',
  ],
  offAltitudeFt: [500, 'ft', 'distance from the briefed altitude at its beginning beyond which it was not'],
  climbingFpm: [200, 'ft/min', 'vertical speed from which it climbs or descends'],
  leastLegS: [30, 's', 'shortest leg'],
  leastLegFt: [250, 'ft', 'smallest change of altitude of a climb or descent'],
  settlesS: [12, 's', 'time in which a climb or descent settles at its speed'],
  shortestDriftS: [18, 's', 'shortest time over which a change of the speed is looked at'],
  levelOffShare: [0.5, '', 'share of the rate below which a climb or descent is being levelled off'],
  levelOffS: [25, 's', 'time after a climb or descent that belongs to levelling off'],
  levelFpm: [120, 'ft/min', 'vertical speed below which it has levelled off'],
  turnBankDeg: [8, 'deg', 'bank beyond which it turns'],
  turnForS: [2, 's', 'time for which such a bank is held where a turn is meant'],
  leavesFt: [400, 'ft', 'altitude given up or gained in one go that is another thing, unless it is won back'],
  nearFt: [
    250,
    'ft',
    'distance from the briefed altitude beyond which a part beside such a way was not meant',
  ],
  backShare: [0.5, '', 'share of it that is won back where it was an error'],
  onS: [150, 's', 'time after a level part for which the way that ends it is followed'],
  bridgeS: [6, 's', 'break in a leg that is bridged'],
});
