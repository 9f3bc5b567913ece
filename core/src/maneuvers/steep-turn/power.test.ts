/** What a turn takes rises with its bank: the book's figure at 45°, more beyond it, and none where full throttle is not enough. */
import { fleet } from '../../airplane/fleet.ts';
import { levelPowerOf } from '../../airplane/schema.ts';
import { targetCard } from '../../brief/target-card.ts';
import { findStandard } from '../../standards/standards.ts';

const standard = findStandard('faa-private')!;

test.each(fleet.map((airplane) => [airplane.id, airplane] as const))('%s', (_, airplane) => {
  const added = [30, 45, 50].map((bankDeg) => {
    const { power } = targetCard({ airplane, standard, maneuver: 'steep-turn', variant: 'left', bankDeg });
    return power!.maneuverRpm - power!.levelRpm!;
  });
  expect(added[0]).toBeLessThan(added[1]);
  expect(added[1]).toBeLessThan(added[2]);
  // Rounded to what can be set.
  const step = airplane.powerUnit === 'inHg' ? 0.1 : 10;
  const book = levelPowerOf(airplane)!.steepTurnAdd!;
  expect(Math.abs(added[1] - book)).toBeLessThanOrEqual(step + 1e-9);
});

test('what cannot be held level has no power, and says why', () => {
  const { power, missing } = targetCard({
    airplane: fleet[0],
    standard,
    maneuver: 'steep-turn',
    variant: 'left',
    bankDeg: 60,
  });
  expect(power).toBeNull();
  expect(missing.power).toEqual({ code: 'not-held-level', params: { bankDeg: 60 } });
});
