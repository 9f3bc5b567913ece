/**
 * Sun times against an almanac. Greenwich, from memory of HM Nautical Almanac Office's tables, to two minutes: 21 June sunrise 04:43
 * BST, sunset 21:21 BST; 21 December 08:04 and 15:53 GMT. Civil twilight there lasts about 47 min in June and 40 in December.
 */
import { daylightOn, isNight, nightSeconds } from './daylight.ts';

const GREENWICH = { latDeg: 51.4779, lonDeg: 0 };
const minutesOff = (iso: string, expected: string): number =>
  Math.abs(Date.parse(iso) - Date.parse(expected)) / 60_000;

test.each([
  ['2026-06-21', '03:43', '20:21', 47],
  ['2026-12-21', '08:04', '15:53', 40],
])('%s at Greenwich', (day, sunrise, sunset, twilightMin) => {
  const sun = daylightOn(new Date(`${day}T12:00:00Z`), GREENWICH)!;
  expect(minutesOff(sun.sunrise, `${day}T${sunrise}:00Z`)).toBeLessThan(2);
  expect(minutesOff(sun.sunset, `${day}T${sunset}:00Z`)).toBeLessThan(2);
  expect(Math.abs(minutesOff(sun.dusk, sun.sunset) - twilightMin)).toBeLessThan(3);
});

test('night begins where civil twilight ends, and a flight through it has both', () => {
  const { dusk } = daylightOn(new Date('2026-12-21T12:00:00Z'), GREENWICH)!;
  const minutes = (n: number) => new Date(Date.parse(dusk) + 60_000 * n);
  expect([isNight(minutes(-2), GREENWICH), isNight(minutes(2), GREENWICH)]).toEqual([false, true]);
  const night = nightSeconds(minutes(-30), 3600, GREENWICH);
  expect(Math.abs(night - 1800)).toBeLessThan(120);
});

test('where the sun does not set there are no times', () => {
  expect(daylightOn(new Date('2026-06-21T12:00:00Z'), { latDeg: 70, lonDeg: 20 })).toBeNull();
});
