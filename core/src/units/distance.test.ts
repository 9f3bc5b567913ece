import { bearingDeg, nauticalMilesBetween } from './distance.ts';

test('a minute of latitude is a nautical mile, to half a percent, and a degree of longitude half as many at 60°', () => {
  const at = (latDeg: number, lonDeg: number) => ({ latDeg, lonDeg });
  expect(nauticalMilesBetween(at(54, -2), at(55, -2))).toBeCloseTo(60, 0);
  expect(nauticalMilesBetween(at(60, 10), at(60, 11))).toBeCloseTo(30, 0);
  expect(nauticalMilesBetween(at(54, -2), at(54, -2))).toBe(0);
});

test('across the date line it is the short way', () =>
  expect(nauticalMilesBetween({ latDeg: 0, lonDeg: 179.5 }, { latDeg: 0, lonDeg: -179.5 })).toBeCloseTo(
    60,
    0,
  ));

test('the bearing begins along the great circle: east along the equator, poleward of east elsewhere', () => {
  const at = (latDeg: number, lonDeg: number) => ({ latDeg, lonDeg });
  expect(bearingDeg(at(0, 10), at(0, 11))).toBeCloseTo(90, 6);
  expect(bearingDeg(at(10, 20), at(9, 20))).toBeCloseTo(180, 6);
  // Half of the meridians' convergence, 2° of longitude at 50°: by the sine of the latitude.
  expect(bearingDeg(at(50, 0), at(50, 2))).toBeCloseTo(90 - Math.sin((50 * Math.PI) / 180), 2);
});
