/** An airplane with a governor, flown: the book's levels, turns that stay, and power by the throttle alone. */
import { performanceOf } from '../../performance/fit.ts';
import { levelFlight } from '../../performance/level.ts';
import { flyOpen, wingsLevel } from '../../testing/open-loop.ts';
import { variable } from '../../testing/variable-airplane.ts';

const ALTITUDE_FT = 4500;
test('trimmed, it stays level and at its speed', () => {
  const looks = flyOpen(variable, { altitudeFt: ALTITUDE_FT, kias: 100 }, 60, (_, look) => wingsLevel(look));
  const last = looks.at(-1)!;
  expect(Math.abs(last.ias_kt - 100)).toBeLessThan(3);
  expect(Math.abs(last.alt_ft - ALTITUDE_FT)).toBeLessThan(60);
});

test('the governor holds the turns while the throttle changes the power', () => {
  const looks = flyOpen(variable, { altitudeFt: ALTITUDE_FT, kias: 100 }, 40, (timeS, look, trimmed) => ({
    ...wingsLevel(look),
    throttle: trimmed.throttle + (timeS > 5 ? 0.15 : 0),
  }));
  const turns = looks.map(({ rpm }) => rpm);
  expect(Math.max(...turns) - Math.min(...turns)).toBeLessThan(30);
  const later = looks.filter(({ timeS }) => timeS > 20);
  expect(later.reduce((sum, { vs_fpm }) => sum + vs_fpm, 0) / later.length).toBeGreaterThan(150);
});

test('a steeper turn takes more throttle, as the drag polar asks for', () => {
  const throttle = (bankDeg: number) =>
    flyOpen(variable, { altitudeFt: ALTITUDE_FT, kias: 100, bankDeg }, 0.2, () => ({}))[0].throttle;
  expect(throttle(45)).toBeGreaterThan(throttle(30));
  expect(throttle(30)).toBeGreaterThan(throttle(0));
  const model = performanceOf(variable)!;
  const power = (loadFactor: number) =>
    levelFlight(model, 100, { weightLb: 2900, pressureAltitudeFt: ALTITUDE_FT, loadFactor }).power;
  expect(power(Math.SQRT2)).toBeGreaterThan(power(1));
});
