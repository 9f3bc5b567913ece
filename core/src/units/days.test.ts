import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone.js';
import utc from 'dayjs/plugin/utc.js';
import fc from 'fast-check';
import { clockIn, dayIn, instantOf } from './days.ts';
import { zoneSchema } from './zone.ts';

test('a day is the school’s: an evening in the west is not yet tomorrow, a morning in the east no longer yesterday', () => {
  expect(dayIn('2026-05-04T02:30:00Z', 'America/Denver')).toBe('2026-05-03');
  expect(dayIn(Date.UTC(2026, 4, 3, 22, 30), 'Pacific/Auckland')).toBe('2026-05-04');
  expect(dayIn(new Date('2026-05-04T23:59:59Z'), 'UTC')).toBe('2026-05-04');
});

test('a clock in the zone follows summer time', () => {
  expect(clockIn('2026-03-29T00:30:00Z', 'Europe/London', 'HH:mm')).toBe('00:30');
  expect(clockIn('2026-03-29T01:30:00Z', 'Europe/London', 'HH:mm')).toBe('02:30');
});

test('from a clock to the instant and back', () => {
  expect(instantOf('2026-07-01', 'Europe/London').toISOString()).toBe('2026-06-30T23:00:00.000Z');
  for (const zone of ['UTC', 'Asia/Kolkata', 'America/St_Johns', 'Pacific/Auckland'])
    for (const clock of ['2026-01-15 09:05:00', '2026-07-15 23:55:00'])
      expect(clockIn(instantOf(clock, zone), zone, 'YYYY-MM-DD HH:mm:ss')).toBe(clock);
});

dayjs.extend(utc);
dayjs.extend(timezone);
const ZONES = [
  'UTC',
  'Europe/London',
  'America/Denver',
  'America/St_Johns',
  'Asia/Kathmandu',
  'Australia/Lord_Howe',
  'Pacific/Auckland',
  'Pacific/Kiritimati',
  'Africa/Casablanca',
];

test('the clock is the one that a library for it shows, at any instant and in any zone', () => {
  const instants = fc.integer({ min: Date.UTC(1990, 0, 1), max: Date.UTC(2040, 0, 1) });
  const formats = fc.constantFrom('YYYY-MM-DD HH:mm:ss', 'ddd D MMM YYYY HH:mm', 'd', 'HH:mm', 'D MMM');
  fc.assert(
    fc.property(instants, fc.constantFrom(...ZONES), formats, (ms, zone, format) => {
      const reference = dayjs(ms).tz(zone);
      expect(clockIn(ms, zone, format)).toBe(reference.format(format));
      expect(clockIn(new Date(ms).toISOString(), zone, format)).toBe(reference.format(format));
      expect(dayIn(ms, zone)).toBe(reference.format('YYYY-MM-DD'));
    }),
  );
});

test('midnight is nought o’clock of the new day, and no instant is said to be none', () => {
  expect(clockIn('2026-06-12T23:00:00Z', 'Europe/London', 'YYYY-MM-DD HH:mm')).toBe('2026-06-13 00:00');
  expect(clockIn('never', 'UTC', 'HH:mm')).toBe('Invalid Date');
});

test('a zone that there is not is refused', () => {
  expect(zoneSchema.safeParse('Europe/London').success).toBe(true);
  expect(zoneSchema.safeParse('Middle/Earth').error?.issues[0].message).toMatch(
    /time zone is a name such as/,
  );
});
