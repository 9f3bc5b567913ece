import { nauticalMilesBetween } from './distance.ts';

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
