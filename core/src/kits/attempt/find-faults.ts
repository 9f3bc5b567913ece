/** Every fault of an attempt, in the order in which things went wrong. */
import type { Finding } from '../../scoring/schema.ts';
import type { Case } from './case.ts';
import type { Fault } from './fault.ts';
import { isReached } from './onset.ts';

export function findFaults(faults: readonly Fault[], c: Case): Finding[] {
  const found = faults
    .flatMap((one) => (isReached(one, c) ? one.find(c) : []))
    .filter((one) => one !== undefined);
  // A steep turn has a spiral of its own.
  const own = found.filter(({ id }) => !found.some((other) => other.id === `${id}-dive`));
  return own.sort((a, b) => a.startS - b.startS);
}
