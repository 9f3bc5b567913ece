/** Numbers of the standard-rate turn. */
import { figures, thresholds } from '../../units/figures.ts';

/** A full circle in two minutes. Source: FAA-H-8083-15, standard-rate turns. */
export const STANDARD_RATE_DEG_PER_S = 3;

export const RATE_LIMITS = thresholds('standard-rate-turn', {
  offDegPerS: [0.5, 'deg/s', 'median distance from three degrees a second over the held part'],
});

export const RATE_SIGNS = figures('standard-rate-turn/found', {
  nearBankDeg: [9, 'deg', 'distance from the briefed bank within which a level turn is one'],
});
