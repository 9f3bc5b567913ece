/** Coach and debrief agree: a slice of what `npm run bench -- --only agreement` flies whole. */
import { fleet, isSeen, rooms } from '@keel/core';
import { agreementCases, agreementOf, summed } from './lib/agreement.ts';

/** Of each maneuver every third habit, the airplanes in turn. */
const slice = agreementCases([5], fleet).filter((_, i) => i % 11 === 0);

test('of what Debrief finds the coach has seen 95 in 100 within a second, and of what the coach sees Debrief finds as many', () => {
  const differing: string[] = [];
  const { found, detected, seen, confirmed } = summed(
    agreementOf(slice, ({ airplane, habit, maneuver }, words) =>
      differing.push(`${airplane.id}, ${habit} (${maneuver}): ${words}`),
    ).values(),
  );
  expect(found).toBeGreaterThan(25);
  // What differs is listed where the share does not hold.
  expect(detected / found >= 0.95 && confirmed / seen >= 0.95 ? [] : differing).toEqual([]);
});

test('a fault that is no live one says why', () => {
  for (const { faults } of rooms)
    for (const one of faults)
      if (!isSeen(one)) expect('afterwards' in one.seen && one.seen.afterwards.length).toBeGreaterThan(10);
});
