/** Numbers of the slipping descent turn. */
import { figures, thresholds } from '../../units/figures.ts';

export const SLIP_LIMITS = thresholds('slipping-descent-turn', {
  leastBallG: [
    0.06,
    'g',
    'lateral force of the slip, mean of the held part: a little more than half the ball',
  ],
  tooFastKt: [10, 'kt', 'median distance above the target'],
  tooSlowKt: [5, 'kt', 'median distance below the target'],
  keptG: [0.06, 'g', 'lateral force that is still a slip with the wings level'],
  keptS: [2, 's', 'time for which it is kept there'],
  keptWithinS: [8, 's', 'time after the end in which it is looked for'],
});

export const SLIP_SIGNS = figures('slipping-descent-turn/found', {
  ballG: [0.06, 'g', 'lateral force from which the ball is out on purpose, on the inside'],
  leastShare: [0.6, '', 'share of the turn with the ball so: less is a fault of a plain descending turn'],
  briefedBallG: [0.04, 'g', 'lateral force from which it is out where one was briefed'],
  briefedShare: [0.15, '', 'share of the turn where one was briefed: it may be slipped too little'],
  leastTurnDeg: [45, 'deg', 'change of heading from which it is an attempt'],
  leastBankDeg: [10, 'deg', 'bank from which it is a turn'],
  mostBankDeg: [40, 'deg', 'bank from which it is a steep turn'],
  sinkFpm: [-250, 'ft/min', 'mean vertical speed from which it descends'],
  levelBankDeg: [5, 'deg', 'bank up to which the ball of the flight as a whole is taken'],
});
