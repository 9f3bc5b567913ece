/** Numbers of steep turns. */
import { figures, thresholds } from '../../units/figures.ts';

export const STEEP_LIMITS = thresholds('steep-turn', {
  rollInDegPerS: [20, 'deg/s', 'rate of rolling in'],
  altLossRollInFt: [50, 'ft', 'altitude lost in the first quarter'],
  altGainRolloutFt: [50, 'ft', 'altitude gained in rolling out'],
  altGainWithinS: [10, 's', 'time after the end in which that gain is looked for'],
  bankBeyondS: [2, 's', 'time for which the bank is beyond its band'],
  bankSpreadDeg: [10, 'deg', 'range over which the held bank wanders'],
  speedDecayKt: [10, 'kt', 'speed lost'],
  powerUnchangedSpeedKt: [5, 'kt', 'speed lost with the power left alone'],
  powerReversals: [3, '', 'moves of the power up and down'],
  powerReversalRpm: [100, 'rpm', 'size of such a move'],
  powerReversalInHg: [1.2, 'inHg', 'the same by manifold pressure'],
  powerReversalPct: [5, '%', 'the same in percent, and for an engine that turns fast'],
  rolloutDeg: [10, 'deg', 'distance from the heading at the roll-out'],
  completeTurnDeg: [270, 'deg', 'turn below which too little was flown to pass'],
  entryAboveVaKt: [2, 'kt', 'speed above maneuvering speed at the entry that fails it'],
  aboveVaKt: [1, 'kt', 'speed above it in the turn that says stop'],
  farAboveVaKt: [5, 'kt', 'speed above it that fails the turn'],
  farAboveVaS: [5, 's', 'time for which it is that far above'],
  spiralBankDeg: [55, 'deg', 'bank of a spiral dive'],
  spiralDescentFpm: [1500, 'ft/min', 'descent of a spiral dive'],
});

export const STEEP_SIGNS = figures('steep-turn/found', {
  heldBankDeg: [36, 'deg', 'median bank from which an unbriefed turn is steep'],
  briefedBankDeg: [25, 'deg', 'the same where one was briefed'],
  shallowTurnDeg: [270, 'deg', 'change of heading from which a briefed one flown shallow is still meant'],
  midTurnS: [4, 's', 'time of holding the bank after which an overbank is no late stop of the roll'],
  leastTurnDeg: [45, 'deg', 'change of heading from which it is an attempt'],
  reversalS: [10, 's', 'pause after the turn the other way within which it is a reversal'],
  usualBankDeg: [45, 'deg', 'bank where neither row nor brief names one'],
  powerUp: [0.9, '', 'share of the power with which there is none to add'],
});
