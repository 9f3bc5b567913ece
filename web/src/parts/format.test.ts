/**
 * How figures are written. Days and clock times are held against the platform's own calendar (ECMA-402), which knows the
 * zones from the same published table (IANA) by another way.
 */
import fc from 'fast-check';
import {
  bandOf,
  clockTime,
  day,
  fromField,
  heading,
  isoDay,
  longDay,
  showTimesIn,
  signed,
  toField,
  unitMark,
} from './format.ts';

const ZONES = ['UTC', 'Europe/London', 'America/Denver', 'Asia/Kathmandu', 'Australia/Lord_Howe'];
afterEach(() => showTimesIn('UTC'));

test('a sign stands before what is not nothing', () => {
  expect([12, -12, 0, 0.4, -0.4].map((value) => signed(value))).toEqual(['+12', '−12', '0', '0', '0']);
  expect(signed(0.04, 1)).toBe('0.0');
  expect(signed(0.05, 2)).toBe('+0.05');
});

test('a heading has three figures, and north is 360', () => {
  expect([0, 0.4, 7, 89.6, 359.4, 359.8].map(heading)).toEqual(['360', '360', '007', '090', '359', '360']);
});

test('units stand as they are written after a number', () => {
  expect(['deg', 'deg/s', 'ft', 'kt'].map(unitMark)).toEqual(['°', '°/s', ' ft', ' kt']);
});

test('a band that is as wide either way is one figure; another has both', () => {
  expect(bandOf({ low: -100, high: 100, unit: 'ft' })).toBe('±100');
  expect(bandOf({ low: -5, high: 10, unit: 'kt' })).toBe('+10 / −5');
  expect(bandOf({ low: 0, high: 10, unit: 'kt' })).toBe('+10 / −0');
  expect(bandOf({ low: -0.5, high: 0.5, unit: 'deg/s' })).toBe('±0.50');
});

test('speeds of a band are in the unit asked for: 10 kt are 11.5 mph (1 nautical mile is 1.15078 statute miles)', () => {
  expect(bandOf({ low: -10, high: 10, unit: 'kt' }, 'mph')).toBe('±12');
  // Feet are feet whatever the speeds are in.
  expect(bandOf({ low: -100, high: 100, unit: 'ft' }, 'mph')).toBe('±100');
});

const instants = fc
  .date({ min: new Date('2024-01-01T00:00:00Z'), max: new Date('2028-01-01T00:00:00Z'), noInvalidDate: true })
  .map((date) => new Date(Math.floor(date.getTime() / 1000) * 1000));

test('days and hours are the school’s, in summer and in winter', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ZONES), instants, (timeZone, instant) => {
      showTimesIn(timeZone);
      const part = (options: Intl.DateTimeFormatOptions) =>
        new Intl.DateTimeFormat('en-GB', { timeZone, ...options }).format(instant);
      expect(clockTime(instant.toISOString())).toBe(
        part({ hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }),
      );
      expect(isoDay(instant)).toBe(
        new Intl.DateTimeFormat('en-CA', {
          timeZone,
          year: 'numeric',
          month: '2-digit',
          day: '2-digit',
        }).format(instant),
      );
      expect(day(instant.toISOString())).toBe(
        `${part({ day: 'numeric' })} ${part({ month: 'short' }).slice(0, 3)}`,
      );
    }),
  );
});

test('what stands in a field comes back as the same instant, except in the hour that the clock shows twice', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ZONES), instants, (zone, instant) => {
      showTimesIn(zone);
      const field = toField(instant.toISOString());
      const back = fromField(field);
      // In the hour that comes twice either is right, and the field shows the same.
      expect(toField(back)).toBe(field);
      expect(Math.abs(new Date(back).getTime() - instant.getTime())).toBeLessThanOrEqual(3_600_000);
    }),
  );
  showTimesIn('America/Denver');
  expect(fromField('2026-07-01 09:30:00')).toBe('2026-07-01T15:30:00.000Z');
  expect(fromField('2026-12-01 09:30:00')).toBe('2026-12-01T16:30:00.000Z');
});

test('a day of the calendar is that day wherever the school is', () => {
  for (const zone of ZONES) {
    showTimesIn(zone);
    expect(longDay('2026-11-27')).toBe('Fri 27 Nov 2026');
  }
});
