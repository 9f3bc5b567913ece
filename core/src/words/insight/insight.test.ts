/** What a school sees of itself, in words: intervals beside figures, too few said as such. */
import type { Call, Grading } from '../../insight/answers.ts';
import { callsTable } from './calls.ts';
import { tablesCsv } from './csv.ts';
import { gradingTables } from './grading.ts';
import { findingName } from './names.ts';

const call = (kind: Call['kind'], days: number, more: Partial<Call> = {}): Call => ({
  kind,
  student: { id: 's', name: 'Nell' },
  instructor: '',
  days,
  count: null,
  about: null,
  recordingId: null,
  ...more,
});

test('each call says what is open, since when, and opens where it is done', () => {
  const { rows } = callsTable({
    calls: [
      call('idle', 25),
      call('paper-ends', -1, { about: 'Medical' }),
      call('paper-ends', 6, { about: 'Medical' }),
      call('ungraded', 12, { count: 1, recordingId: 'r' }),
      call('unsigned', 12, { count: 3 }),
      call('solo-uncovered', 2, { about: 'Cairn', count: 1 }),
    ],
  });
  expect(rows.map(({ cells }) => cells[1])).toEqual([
    'Has not flown for 25 days',
    'Medical ends in 1 day',
    'Medical ended 6 days ago',
    '1 flight not graded, the oldest 12 days ago',
    '3 flights without a signed logbook entry, the oldest 12 days ago',
    'Solo in Cairn on a day without a solo endorsement in force',
  ]);
  expect(rows.map(({ to }) => to)).toEqual([
    '/path/s',
    '/path/s',
    '/path/s',
    '/debrief/r',
    '/logbook/s',
    '/path/s',
  ]);
  expect(rows.map(({ told }) => told)).toEqual([false, false, true, false, false, true]);
});

const NONE = { pairs: 0, same: 0, kappa: null, interval: null };
const grading = (blind: Partial<Grading['instructors'][number]['blind']>): Grading => ({
  instructors: [
    {
      instructor: { id: 'i', name: 'Ida' },
      verdicts: NONE,
      kinderThanProgram: 0,
      harderThanProgram: 0,
      blind: { attempts: 12, lean: null, interval: null, p: null, told: false, ...blind },
      others: NONE,
      answer: null,
    },
  ],
  byManeuver: [],
  students: [],
});

test('kinder is said where it was told, with its interval; of too few their number', () => {
  const said = (given: Parameters<typeof grading>[0]) =>
    gradingTables(grading(given))[0].rows[0].cells.slice(2, 4);
  expect(said({ lean: 0.5, interval: { low: 0.3, high: 0.7 }, told: true })).toEqual([
    '+0.50 (+0.30 to +0.70)',
    'kinder than the others',
  ]);
  expect(said({ lean: -0.1, interval: { low: -0.3, high: 0.1 } })).toEqual([
    '−0.10 (−0.30 to +0.10)',
    'as the others',
  ]);
  expect(said({ attempts: 3 })).toEqual(['3 attempts: too few, 8 are needed', '–']);
});

test('a finding by its name, its short words written out', () => {
  expect(findingName('steep-turn/alt-loss-roll-in')).toBe('Steep turns: altitude loss roll in');
  expect(findingName('flight/flap-overspeed')).toBe('Flap overspeed');
});

test('in a file each table has its title, and a cell that would be worked out is text', () => {
  const table = {
    title: 'T',
    note: '',
    none: 'Nothing.',
    columns: ['A', 'B'],
    rows: [{ cells: ['=1+1', 'x, "y"'] }],
  };
  expect(tablesCsv([table, { ...table, rows: [] }])).toBe(
    'T\r\nA,B\r\n"\'=1+1","x, ""y"""\r\n\r\nT\r\nA,B\r\nNothing.\r\n',
  );
});
