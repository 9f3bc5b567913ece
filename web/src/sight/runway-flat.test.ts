/** The plain drawing of the runway agrees with the horizon of the same picture. */
import { horizonAt, type View } from '@keel/core';
import { seenFrom } from './runway-flat.ts';

const view: View = { lookDownDeg: 3.5, focal: 580 };
const eye = {
  northM: 0,
  eastM: 0,
  altitudeFt: 600,
  headingDeg: 240,
  pitchDeg: 0,
  bankDeg: 0,
  yawDeg: 0,
  upDeg: 0,
};
const far = (deg: number) => ({
  north: 5e7 * Math.cos((deg * Math.PI) / 180),
  east: 5e7 * Math.sin((deg * Math.PI) / 180),
});

test.each([
  [0, 0],
  [6, 0],
  [-4, 20],
  [3, -35],
])('what is far away lies on the horizon: pitch %s, bank %s', (pitchDeg, bankDeg) => {
  for (const aside of [-12, 0, 12]) {
    const { north, east } = far(240 + aside);
    const { ahead, right, down } = seenFrom({ ...eye, pitchDeg, bankDeg }, north, east, 600, view);
    const x = (view.focal * right) / ahead;
    expect((view.focal * down) / ahead).toBeCloseTo(horizonAt(view, { pitchDeg, bankDeg }, x), 1);
  }
});

test('the threshold ahead and below is in the middle and under the horizon; a bank to the right tilts it', () => {
  const at = (bankDeg: number) => seenFrom({ ...eye, northM: 1000, eastM: 1732, bankDeg }, 0, 0, 0, view);
  const level = at(0);
  expect(level.right / level.ahead).toBeCloseTo(0, 3);
  expect(level.down / level.ahead).toBeGreaterThan(Math.tan((3.5 * Math.PI) / 180) - 0.061);
  expect(at(20).right).toBeGreaterThan(level.right);
});
