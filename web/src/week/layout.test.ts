import type { Booking } from '@keel/core';
import { hoursOf, minuteOf, moved, placeDay, slotAt, topOf } from './layout.ts';

const ZONE = 'Europe/London';
const booking = (from: string, until: string): Booking => ({
  id: from,
  kind: 'lesson',
  from,
  until,
  student: null,
  instructor: null,
  airplane: null,
  lessonId: null,
  words: '',
  version: 1,
  mine: false,
});

test('minutes are the school’s clock, cut to the day', () => {
  expect(minuteOf('2026-07-01T09:30:00Z', '2026-07-01', ZONE)).toBe(10 * 60 + 30);
  expect(minuteOf('2026-06-30T09:30:00Z', '2026-07-01', ZONE)).toBe(0);
  expect(minuteOf('2026-07-02T09:30:00Z', '2026-07-01', ZONE)).toBe(24 * 60);
});

test('what overlaps stands side by side, what follows has the whole width', () => {
  const lanes = placeDay(
    [
      booking('2026-01-05T09:00:00Z', '2026-01-05T11:00:00Z'),
      booking('2026-01-05T10:00:00Z', '2026-01-05T12:00:00Z'),
      booking('2026-01-05T11:00:00Z', '2026-01-05T12:00:00Z'),
      booking('2026-01-05T14:00:00Z', '2026-01-05T15:00:00Z'),
      booking('2026-01-06T14:00:00Z', '2026-01-06T15:00:00Z'),
    ],
    '2026-01-05',
    ZONE,
  ).map(({ lane, lanes: of }) => [lane, of]);
  expect(lanes).toEqual([
    [0, 2],
    [1, 2],
    [0, 2],
    [0, 1],
  ]);
});

test('what lies outside the hours drawn is cut to them', () => {
  const usual = { from: 7, until: 21 };
  expect([topOf(0, usual), topOf(7 * 60, usual), topOf(24 * 60, usual)]).toEqual([0, 0, 14 * 40]);
});

test('an early lesson makes the drawn day longer, a week of maintenance does not', () => {
  const days = ['2026-01-05', '2026-01-06'];
  const long = { ...booking('2026-01-01T00:00:00Z', '2026-01-09T00:00:00Z'), kind: 'maintenance' as const };
  expect(hoursOf([long], days, ZONE)).toEqual({ from: 7, until: 21 });
  expect(hoursOf([long, booking('2026-01-05T01:00:00Z', '2026-01-05T02:30:00Z')], days, ZONE)).toEqual({
    from: 1,
    until: 21,
  });
  expect(hoursOf([booking('2026-01-06T20:30:00Z', '2026-01-06T22:15:00Z')], days, ZONE).until).toBe(23);
});

test('a lesson at nine stays at nine over a change of the clocks', () => {
  const saturday = { from: '2026-03-28T09:00:00Z', until: '2026-03-28T10:30:00Z' };
  expect(moved(saturday, 1, 0, ZONE)).toEqual({
    from: '2026-03-29T08:00:00.000Z',
    until: '2026-03-29T09:30:00.000Z',
  });
  expect(moved(saturday, 0, -30, ZONE).from).toBe('2026-03-28T08:30:00.000Z');
});

test('a place in a day is the quarter of an hour that it lies in, by the school’s clock', () => {
  expect(slotAt('2026-07-01', 10 * 60 + 22, 'Europe/London')).toBe('2026-07-01T09:15:00.000Z');
  expect(slotAt('2026-01-05', 0, 'Europe/London')).toBe('2026-01-05T00:00:00.000Z');
  // Below the last hour is still the day.
  expect(slotAt('2026-01-05', 24 * 60 + 5, 'Europe/London')).toBe('2026-01-05T23:45:00.000Z');
});
