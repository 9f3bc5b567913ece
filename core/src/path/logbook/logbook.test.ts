import fc from 'fast-check';
import type { FlightScore } from '../../debrief/flight-score.ts';
import { cellWords } from '../../words/input-error.ts';
import { LOG_COLUMN_IDS, readLogCsv, writeLogCsv } from './csv.ts';
import { draftEntry } from './draft.ts';
import { BROUGHT_FORWARD, hoursAndMinutes, type LogEntry, logEntrySchema, logTotals } from './entry.ts';
import { ENDORSEMENT_TEMPLATES, endorsementEnds, fillTemplate, unfilled } from './templates.ts';

const entry = (more: Partial<LogEntry> = {}): LogEntry => ({
  ...logEntrySchema.parse({ date: '2026-03-10', airplane: 'Cairn', blockMin: 75 }),
  ...more,
});

test.each([
  [{ airMin: 80 }, /80 min in the air of 75/],
  [{ dualMin: 50, soloMin: 30 }, /50 min dual and 30 solo of 75/],
  [{ nightMin: 76 }, /by night/],
  [{ airMin: 60, instrumentMin: 61 }, /by instruments/],
  [{ date: '2026-02-30' }, /day/],
  [{ blockMin: 1441 }, /not more than a day/],
])('an entry with %j cannot be', (wrong, why) => {
  expect(logEntrySchema.safeParse({ ...entry(), ...wrong }).error?.message).toMatch(why);
});

test('what is written out is read back the same', () => {
  const minutes = fc.integer({ min: 0, max: 300 });
  // Nothing that begins or ends in a blank: a cell is trimmed.
  const words = fc.string({ unit: 'grapheme-ascii', maxLength: 40 }).map((text) => text.trim());
  const entries = fc.array(
    fc.record({
      blockMin: minutes,
      landingsDay: fc.integer({ min: 0, max: 20 }),
      training: words,
      remarks: words,
    }),
    { minLength: 1, maxLength: 8 },
  );
  fc.assert(
    fc.property(entries, (drawn) => {
      const all = drawn.map((one) =>
        entry({
          ...one,
          dualMin: one.blockMin,
          training: one.training.replace(/^'+/, '').trim(),
          remarks: one.remarks.replace(/^'+/, '').trim(),
        }),
      );
      const read = readLogCsv(writeLogCsv(all));
      expect(read.problems).toEqual([]);
      expect(read.entries).toEqual(all);
    }),
  );
});

test('ninety days are counted from the last training flight of whoever signs: it has to lie within them', () => {
  expect(endorsementEnds(90, '2026-03-10', '2026-03-04')).toBe('2026-06-02');
  expect(endorsementEnds(90, '2026-03-10', null)).toBe('2026-06-08');
  // A flight still to come is no training given.
  expect(endorsementEnds(90, '2026-03-10', '2026-03-11')).toBe('2026-06-08');
});

test('nothing that is written out begins as a formula does', () => {
  expect(writeLogCsv([entry({ remarks: '=1+1' })])).toContain("'=1+1");
});

describe('a table of another make', () => {
  test('by its usual names, a semicolon between, hours with a decimal comma', () => {
    const read = readLogCsv(
      '\uFEFFDate;Aircraft;Total time;Dual received;Landings\r\n2026/03/10;Cairn;1,25;1:15;3\r\n',
    );
    expect(read.entries).toEqual([entry({ dualMin: 75, landingsDay: 3 })]);
  });
  test('by what was said of its columns', () => {
    const text = 'When,What,How long\n2026-03-10,Cairn,1:15\n';
    expect(readLogCsv(text).problems[0]).toMatchObject({ line: 2, code: 'cell/missing' });
    const mapping = { date: 'When', airplane: 'What', blockMin: 'How long' };
    expect(readLogCsv(text, mapping).entries).toEqual([entry()]);
  });
  test.each([
    ['10/03/2026', 'Cairn', '1:15', /2026-03-14/],
    ['2026-03-10', 'Cairn', '1:75', /1:05/],
    ['2026-03-10', 'Cairn', '-1', /1:05/],
    ['2026-03-10', '', '1:15', /is missing/],
  ])('refuses %s, %s, %s by line and column', (date, airplane, block, why) => {
    const { problems, entries } = readLogCsv(`Date,Airplane,Block\n${date},${airplane},${block}\n`);
    expect(entries).toEqual([]);
    expect(problems[0].line).toBe(2);
    expect(cellWords(problems[0])).toMatch(why);
  });
  test('what is no table is said to be none', () => {
    expect(() => readLogCsv('hello')).toThrow('log/no-table');
  });
});

test('what is brought forward may be years of hours, and is no flight; a day holds no more than a day', () => {
  const years = {
    blockMin: 4250,
    airMin: 0,
    dualMin: 3650,
    soloMin: 600,
    landingsDay: 140,
    broughtForward: true,
  } as const;
  expect(logEntrySchema.safeParse(entry(years)).success).toBe(true);
  expect(logTotals([entry(years), entry()])).toMatchObject({ flights: 1, blockMin: 4325 });
  const forward = entry({ ...years, airplane: BROUGHT_FORWARD });
  expect(readLogCsv(writeLogCsv([forward])).entries).toEqual([forward]);
  const { error } = logEntrySchema.safeParse(entry({ ...years, broughtForward: undefined }));
  expect(error?.issues.map(({ path }) => path[0])).toEqual(
    expect.arrayContaining(['blockMin', 'dualMin', 'landingsDay']),
  );
});

test('totals are sums, and a minute past an hour is 1:01', () => {
  expect(logTotals([entry({ soloMin: 20 }), entry({ landingsDay: 2 })])).toMatchObject({
    flights: 2,
    blockMin: 150,
    soloMin: 20,
    landingsDay: 2,
  });
  expect([0, 61, 605].map(hoursAndMinutes)).toEqual(['0:00', '1:01', '10:05']);
});

test('a draft has the flight’s own times, is dual, and names what was trained', () => {
  const flight = {
    blockS: 4500,
    airborneS: 3900,
    landings: [{}, {}],
    goArounds: 1,
  } as unknown as FlightScore;
  const draft = draftEntry({
    date: '2026-03-10',
    airplane: 'Cairn',
    field: 'Skelmere',
    flight,
    durationS: 5000,
    nightS: 600,
    attempts: [
      { maneuver: 'steep-turn', variant: 'left', help: 'demonstration' },
      { maneuver: 'steep-turn', variant: 'right', help: 'unaided' },
      { maneuver: 'steep-turn', variant: 'left', help: 'unaided' },
    ],
  });
  expect(draft).toMatchObject({
    blockMin: 75,
    airMin: 65,
    dualMin: 75,
    soloMin: 0,
    nightMin: 10,
    landingsDay: 2,
  });
  expect(draft.training).toBe('Steep turns (shown), Steep turns ×2');
  expect(logEntrySchema.safeParse(draft).success).toBe(true);
});

test('what a template does not know stays in braces', () => {
  const solo = ENDORSEMENT_TEMPLATES.find(({ id }) => id === 'solo')!;
  const text = fillTemplate(solo.text, { student: 'Joss', airplane: 'the Cairn', limits: null });
  expect(unfilled(text)).toEqual(['{limits}', '{date}', '{ends}']);
  expect(new Set(LOG_COLUMN_IDS).size).toBe(14);
});
