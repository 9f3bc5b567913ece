/** Numbers of turns at any bank. */
import { figures, thresholds } from '../../units/figures.ts';

export const TURN_LIMITS = thresholds('turns', {
  altLossRollInFt: [50, 'ft', 'altitude lost in the first quarter of a level turn'],
  altGainRolloutFt: [50, 'ft', 'altitude gained in rolling out'],
  rolloutDeg: [10, 'deg', 'distance from the heading at the roll-out'],
  bankSpreadDeg: [10, 'deg', 'range over which the held bank wanders'],
  ballG: [0.05, 'g', 'lateral force: about half the ball'],
  ballS: [3, 's', 'time for which the ball is out'],
});

export const TURN_SIGNS = figures('turns/found', {
  turnEdgeDeg: [5, 'deg', 'bank that begins and ends a turn'],
  nearBriefDeg: [8, 'deg', 'distance from a briefed bank within which a turn was meant by it'],
  nearAcrossDeg: [5, 'deg', 'the same of a turn that was not begun along the briefed line'],
  offLineDeg: [40, 'deg', 'distance from the briefed heading or its reciprocal beyond which it was not'],
  setHeadingDeg: [60, 'deg', 'distance from the briefed heading within which a turn was rolled out for it'],
  acrossDeg: [15, 'deg', 'distance from that line after the roll-out of a turn that leads away'],
  awayAfterS: [3, 's', 'time after a turn at which its new heading is read'],
  wholeTurnDeg: [270, 'deg', 'change of heading of a turn that was meant though nobody briefed it'],
  leastTurnDeg: [45, 'deg', 'change of heading from which a turn is a practised one'],
  steepDeg: [36, 'deg', 'bank from which a turn is a steep one'],
  overlapDeg: [4, 'deg', 'bank beyond that up to which it may be a plain one all the same'],
  powerFromS: [40, 's', 'time before a turn from which the power before it counts'],
  powerUntilS: [20, 's', 'time before it at which the power may have been set for it'],
  powerChange: [0.1, '', 'change of the share of the power that makes a turn climb or descend'],
  steadyFpm: [
    300,
    'ft/min',
    'change of height and speed together up to which the flight before it was steady',
  ],
  climbingFpm: [200, 'ft/min', 'mean vertical speed from which a turn climbs or descends'],
  leastBankDeg: [8, 'deg', 'bank below which it is a correction or a wide sweep'],
  nearHeldBankDeg: [3, 'deg', 'distance from the median bank that is established'],
  establishedTrimS: [1, 's', 'time left out at each end of the established part'],
  nearHeldDeg: [4, 'deg', 'distance from the bank held that still counts as held'],
});
