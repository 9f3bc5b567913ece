/** Days and times as people type them, on a known day. */
import { readDay, readTime } from './typed-day.ts';

const TODAY = '2026-11-30';

test.each([
  ['30 Nov 2026', '2026-11-30'],
  ['Mon 30 Nov 2026', '2026-11-30'],
  ['Nov 30, 2026', '2026-11-30'],
  ['3rd April 2027', '2027-04-03'],
  ['30.11.2026', '2026-11-30'],
  ['12/31/2026', '2026-12-31'],
  ['4/4/27', '2027-04-04'],
  ['2026-12-01', '2026-12-01'],
  ['29 Feb 2028', '2028-02-29'],
  // Without a year: the nearest.
  ['2 jan', '2027-01-02'],
  ['1 Oct', '2026-10-01'],
  ['', null],
])('%s is the day %s', (text, value) => {
  expect(readDay(text, TODAY)).toEqual({ value });
});

test('a day that the calendar does not have is none', () => {
  for (const text of ['31 Feb 2026', '29 Feb 2027', '31.6.2027', 'soon', '30', '2026-13-01'])
    expect(readDay(text, TODAY)).toHaveProperty('problem');
});

test('a day and a month that could be each other are asked', () => {
  expect(readDay('3/4/2027', TODAY)).toEqual({
    problem: 'Type 3 Apr 2027 or 4 Mar 2027, whichever is meant',
  });
});

test.each([
  ['1430', '14:30'],
  ['14:30', '14:30'],
  ['14.30', '14:30'],
  ['930', '09:30'],
  ['9', '09:00'],
  ['2:30 pm', '14:30'],
  ['12 am', '00:00'],
  ['12pm', '12:00'],
  ['', null],
])('%s is the time %s', (text, value) => {
  expect(readTime(text)).toEqual({ value });
});

test('a time that no clock shows is none', () => {
  for (const text of ['2460', '24:00', '14:7', '13 pm', 'noon-ish'])
    expect(readTime(text)).toHaveProperty('problem');
});
