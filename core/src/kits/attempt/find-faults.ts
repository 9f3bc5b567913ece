/** Every fault of an attempt, in the order in which things went wrong. */
import type { Finding } from '../../scoring/schema.ts';
import type { Case } from './case.ts';
import type { Fault } from './fault.ts';
import { isReached } from './onset.ts';

export function findFaults(faults: readonly Fault[], c: Case): Finding[] {
  const found = faults.flatMap((fault) => {
    const all = [fault.find(c)].flat().filter((one) => one !== undefined);
    // Asked last: a watch looks at every row, and most attempts have few faults.
    return all.length > 0 && isReached(fault, c) ? all.map((finding) => ({ fault, finding })) : [];
  });
  const replaced = new Set(found.map(({ fault }) => fault.replaces));
  const own = found
    .filter(({ fault }) => !replaced.has(fault.name))
    .map(({ fault: { hazard }, finding }) => (hazard ? { ...finding, hazard } : finding));
  return own.sort((a, b) => a.startS - b.startS);
}
