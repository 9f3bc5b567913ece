/** What to watch for in the next lesson: a student's own recurring faults, by maneuver. */
import type { RecurringFinding } from '../path/recurring.ts';
import type { Units } from './figures.ts';
import { textOf } from './say.ts';
import { findingSaid } from './score/findings.ts';

/** A card has room for so many, and nobody presses more than that. */
const MOST = 3;
/** Once is no pattern. */
const LEAST_COUNT = 2;

/** A fault parked for another day is left out; a critical one is never parked, and once is enough for it. */
export function watchForByManeuver(
  recurring: readonly RecurringFinding[],
  parked: readonly string[],
  maneuvers: readonly string[],
  units: Units,
): Record<string, string[]> {
  const pressed = recurring.filter(
    ({ id, severity, count }) => severity === 'critical' || (count >= LEAST_COUNT && !parked.includes(id)),
  );
  const ofManeuver = (maneuver: string) =>
    pressed
      // A finding that names no maneuver, as a rushed entry, belongs to every one.
      .filter(({ id }) => id.startsWith(`${maneuver}/`) || !id.includes('/'))
      .slice(0, MOST)
      .map((one) => recurringText(one, units));
  return Object.fromEntries(maneuvers.map((maneuver) => [maneuver, ofManeuver(maneuver)]));
}

/** What happened, in how many of the latest attempts. */
export const recurringText = (one: RecurringFinding, units: Units): string =>
  `${textOf(findingSaid(one, units).what).replace(/\.$/, '')} (in ${one.count} of the last ${one.of})`;
