import fc from 'fast-check';
import {
  hoursText,
  inSmallHours,
  outsideHours,
  readHours,
  type UsualHours,
  usualHoursSchema,
} from './usual-hours.ts';

const ZONE = 'Europe/Vienna';
/** Wednesday, 2 December 2026, in winter time: one hour ahead of UTC. */
const span = (from: string, until: string, day = '2026-12-02') => ({
  from: `${day}T${from}:00+01:00`,
  until: `${day}T${until}:00+01:00`,
});
const WEDNESDAYS: UsualHours = [
  { weekday: 3, from: '14:00', until: '18:30' },
  { weekday: 3, from: '09:00', until: '12:00' },
  { weekday: 3, from: '12:00', until: '13:00' },
];

test('what is typed is read, and written as it is read again', () => {
  const read = readHours('9-12, 14:00 to 18:30; 1930–21');
  expect(read).toEqual([
    { from: '09:00', until: '12:00' },
    { from: '14:00', until: '18:30' },
    { from: '19:30', until: '21:00' },
  ]);
  expect(readHours(hoursText(read))).toEqual(read);
  expect(readHours('  ')).toEqual([]);
});

test.each(['12-9', '9', '9-25', 'mornings', '9:75 to 10', '10-10'])('%s is refused by name', (text) => {
  expect(() => readHours(text)).toThrow(text);
});

test('inside, across two stretches that touch, outside, on another day, and by the school’s clock', () => {
  const of = (from: string, until: string, day?: string) =>
    outsideHours(WEDNESDAYS, span(from, until, day), ZONE);
  expect(of('09:00', '10:30')).toBeNull();
  expect(of('11:00', '13:00')).toBeNull();
  expect(of('17:00', '18:30')).toBeNull();
  const words = 'usually has time on a Wednesday from 09:00 to 13:00, 14:00 to 18:30';
  expect(of('08:45', '10:00')).toBe(words);
  expect(of('12:30', '14:30')).toBe(words);
  expect(of('18:00', '18:45')).toBe(words);
  expect(of('09:00', '10:00', '2026-12-03')).toBe('usually has no time on a Thursday');
  // Nine by the school's clock is eight by another's.
  expect(
    outsideHours(WEDNESDAYS, { from: '2026-12-02T08:00:00Z', until: '2026-12-02T09:00:00Z' }, ZONE),
  ).toBeNull();
  expect(
    outsideHours(WEDNESDAYS, { from: '2026-12-02T08:00:00Z', until: '2026-12-02T09:00:00Z' }, 'UTC'),
  ).toBe(words);
});

test('who has said nothing is never outside; over midnight nobody is inside', () => {
  expect(outsideHours([], span('03:00', '04:00'), ZONE)).toBeNull();
  const always: UsualHours = [{ weekday: 3, from: '00:00', until: '24:00' }];
  expect(outsideHours(always, span('22:00', '23:59'), ZONE)).toBeNull();
  expect(
    outsideHours(always, { from: '2026-12-02T22:00:00+01:00', until: '2026-12-03T01:00:00+01:00' }, ZONE),
  ).toContain('Wednesday');
});

test('a stretch drawn at random holds exactly the spans inside it', () => {
  const at = (quarter: number) =>
    `${String(Math.floor(quarter / 4)).padStart(2, '0')}:${String((quarter % 4) * 15).padStart(2, '0')}`;
  const stretch = fc
    .tuple(fc.integer({ min: 0, max: 94 }), fc.integer({ min: 0, max: 94 }))
    .filter(([a, b]) => a < b);
  fc.assert(
    fc.property(stretch, stretch, ([from, until], [begins, ends]) => {
      const hours = usualHoursSchema.parse([{ weekday: 3, from: at(from), until: at(until) }]);
      const inside = from <= begins && ends <= until;
      expect(outsideHours(hours, span(at(begins), at(ends)), ZONE) === null).toBe(inside);
    }),
  );
});

test('what touches the hours of sleep is asked about, by the school’s clock', () => {
  expect(inSmallHours(span('01:00', '02:30'), ZONE)).toBe('This is booked from 01:00 to 02:30, in the night');
  expect(inSmallHours(span('21:00', '22:30'), ZONE)).toMatch(/21:00 to 22:30/);
  expect(inSmallHours(span('05:30', '07:00'), ZONE)).not.toBeNull();
  expect(inSmallHours(span('06:00', '07:30'), ZONE)).toBeNull();
  expect(inSmallHours(span('20:30', '22:00'), ZONE)).toBeNull();
  expect(inSmallHours({ from: '2026-12-02T12:00:00Z', until: '2026-12-03T12:00:00Z' }, ZONE)).not.toBeNull();
});
