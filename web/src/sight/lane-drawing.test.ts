/** A lane drawn small: up is above, the band is in the middle, and nothing leaves it. */
import { LANE_HEIGHT, laneY, linePath } from './lane-drawing.ts';

test('on target it is in the middle; above goes up, below as far down', () => {
  expect(laneY(0)).toBe(LANE_HEIGHT / 2);
  expect(laneY(1)).toBeLessThan(laneY(0));
  expect(laneY(-1) - laneY(0)).toBeCloseTo(laneY(0) - laneY(1), 9);
});

test('both edges of the band are in it, and what is far out stays at its edge', () => {
  for (const used of [-1, 1]) {
    expect(laneY(used)).toBeGreaterThan(4);
    expect(laneY(used)).toBeLessThan(LANE_HEIGHT - 4);
  }
  expect(laneY(40)).toBe(laneY(2));
  expect(laneY(-40)).toBe(laneY(-2));
  expect(laneY(40)).toBeGreaterThanOrEqual(0);
  expect(laneY(-40)).toBeLessThanOrEqual(LANE_HEIGHT);
});

test('a line begins where its first point is and goes through the others in order', () => {
  expect(linePath([])).toBe('');
  expect(
    linePath([
      [1, 2],
      [3.1279, 4],
    ]),
  ).toBe('M1.0 2.0L3.1 4.0');
});
