/** A student's own recurring fault, in words. */
import type { RecurringFinding } from '../card/recurring.ts';
import type { Units } from './figures.ts';
import { textOf } from './say.ts';
import { findingSaid } from './score/findings.ts';

/** What happened, in how many of the latest attempts. */
export const recurringText = (one: RecurringFinding, units: Units): string =>
  `${textOf(findingSaid(one, units).what).replace(/\.$/, '')} (in ${one.count} of the last ${one.of})`;
