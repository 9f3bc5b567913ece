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

test('a zone that there is not is refused', () => {
  expect(zoneSchema.safeParse('Europe/London').success).toBe(true);
  expect(zoneSchema.safeParse('Middle/Earth').error?.issues[0].message).toMatch(
    /time zone is a name such as/,
  );
});
