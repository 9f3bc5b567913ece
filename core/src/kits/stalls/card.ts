/** The figures that the cards of stalls share. */
import { type Day, stallKias, warningKias } from '../../card/day.ts';
import { figure } from '../../card/figures.ts';

/** In a turning stall; the standard allows 20 at most. */
export const TURNING_BANK_DEG = 15;

/** The standard's limit: its tolerance is for flying it, not for briefing it steeper. */
export const MOST_TURNING_DEG = 20;

export const stallFigures = (day: Day, stage: number, bankDeg: number) => {
  const warning = warningKias(day, stage);
  const flapsDeg = stage > 0 ? day.airplane.flaps[stage - 1].deg : 0;
  return [
    figure('warning-near', warning.kias, 'kias', { from: warning.from }),
    figure('stall', stallKias(day, stage, bankDeg), 'kias', { params: { bankDeg, flapsDeg } }),
    figure('plan-to-lose', day.ladder.lossFt, 'ft', { from: 'estimated' }),
  ];
};
