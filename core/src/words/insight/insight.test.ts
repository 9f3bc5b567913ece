/** What a school sees of itself, in words: intervals beside figures, too few said as such. */
import type { Call, Grading } from '../../insight/answers.ts';
import { callsTable } from './calls.ts';
import { tablesCsv } from './csv.ts';
import { gradingTables } from './grading.ts';
import { findingName } from './names.ts';
import { soloTables } from './solo.ts';
import { sticksTables, talkTable } from './sticks.ts';

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

const rate = (times: number, of: number) => ({
  times,
  of,
  per100: (100 * times) / of,
  interval: { low: 1, high: 9 },
});
const STICKS = {
  skills: [],
  faults: [
    {
      finding: 'steep-turn/overbanked',
      now: rate(4, 40),
      before: rate(2, 50),
      briefed: rate(3, 4),
      p: 0.4,
      told: null,
    },
    {
      finding: 'steep-turn/late-roll-out',
      now: { times: 0, of: 40, per100: 0, interval: null },
      before: rate(5, 50),
      briefed: { times: 0, of: 0, per100: null, interval: null },
      p: 0.01,
      told: 'less' as const,
    },
  ],
  from: '2027-01-01',
  until: '2027-04-01',
};

test('beside a fault stands how often its maneuver was briefed; where the fault did not come, nothing', () => {
  expect(sticksTables(STICKS)[1].rows.map(({ cells }) => cells.slice(3))).toEqual([
    ['3 of 4', 'no difference shown'],
    ['–', 'less often'],
  ]);
});

test('a meeting talks of what was chosen and is still there', () => {
  expect(talkTable(STICKS, ['steep-turn/overbanked', 'slow-flight/gone']).rows).toHaveLength(1);
  expect(talkTable(STICKS, ['slow-flight/gone']).rows).toEqual([]);
});

test('after a pause: shares with their intervals, nothing where nobody came back', () => {
  const waited = {
    followed: 0,
    happened: 0,
    median: null,
    lower: null,
    upper: null,
    medianInterval: null,
    steps: [],
  };
  const none = { times: 0, of: 0, per100: null, interval: null };
  const solo = (within: typeof none | ReturnType<typeof rate>) =>
    soloTables({
      lessons: waited,
      hours: waited,
      weeks: waited,
      stageChecks: { first: none, again: none, discontinued: 0 },
      pauses: [
        { days: '1 to 7', within },
        { days: '8 to 14', within: none },
      ],
      forecasts: [],
      fleet: [],
      from: '2027-01-01',
      until: '2027-04-01',
    })
      .find(({ title }) => title === 'After a pause')!
      .rows.map(({ cells }) => cells);
  expect(solo(rate(6, 20))).toEqual([
    ['1 to 7', '6 of 20 (1 to 9 %)'],
    ['8 to 14', '–'],
  ]);
  expect(solo(none)).toEqual([]);
});
