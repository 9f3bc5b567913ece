/** How long something took, in words. */
import type { Sticks } from '../../insight/answers.ts';
import { LEAST_EVENTS } from '../../insight/survival.ts';
import { figure } from './figures.ts';

export type Waited = Sticks['skills'][number]['lessons'];
export const quartiles = ({ lower, median, upper, happened }: Waited, digits = 0): string =>
  happened < LEAST_EVENTS
    ? 'too few'
    : median === null
      ? `fewer than half there; a quarter within ${figure(lower, digits)}`
      : `${figure(median, digits)} (${figure(lower, digits)} to ${upper === null ? '…' : figure(upper, digits)})`;
