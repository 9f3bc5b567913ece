/** A tolerance is never shown wider than it is. */
import { fleet } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { findStandard } from '../../standards/standards.ts';
import { toleranceSaid } from './tolerance.ts';

const card = targetCard({
  airplane: fleet[0],
  standard: findStandard('faa-private')!,
  maneuver: 'slow-flight',
  variant: 'clean',
});
const row = (parameter: string) => card.tolerances.find((one) => one.parameter === parameter)!;

test('in the card’s unit, and inward: ten knots are eleven and a half miles an hour', () => {
  expect(toleranceSaid(row('airspeed'), card)).toBe('airspeed +10 / −0 kt');
  expect(toleranceSaid(row('airspeed'), { ...card, speedUnit: 'mph' })).toBe('airspeed +11 / −0 mph');
  expect(toleranceSaid(row('altitude'), card)).toBe('altitude ±100 ft');
  expect(toleranceSaid(row('heading'), card)).toBe('heading ±10°');
  expect(toleranceSaid(row('coordination'), card)).toBe('coordination ±0.05 g');
});

test('the floor is what it is, and not a band of thirty thousand feet', () => {
  expect(toleranceSaid(row('floor'), card)).toMatch(/^not below 1.?500 ft$/);
});
