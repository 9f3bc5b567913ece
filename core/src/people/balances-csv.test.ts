import { minutesOf, readBalancesCsv } from './balances-csv.ts';

const known = {
  students: [
    { id: 'n', name: 'Nell Ashgrove', email: 'nell@club.example' },
    { id: 'j', name: 'Joss Pennifold' },
  ],
  skills: [
    { skill: 'steep-turns', title: 'Steep turns' },
    { skill: 'landings', title: 'Normal landings' },
  ],
  gradeNames: ['introduced', 'with help', 'alone, not yet steady', 'alone, to standard'],
  today: '2026-06-12',
};
const HEADER = 'student,as of,according to,total,dual,solo,landings,steep turns,normal landings,remarks';
const read = (...lines: string[]) => readBalancesCsv([HEADER, ...lines].join('\n'), known);

test('hours, landings and skills of a line, by name or by address', () => {
  const { balances, problems, unknown } = read(
    'nell@club.example,2026-06-01,Logbook p. 12,42:30,"38,5",4,112,3,with help,quick learner',
    'Joss Pennifold,2026-05-30,,7,7,,20,,,',
  );
  expect(problems).toEqual([]);
  expect(unknown).toEqual(['remarks']);
  expect(balances).toEqual([
    {
      line: 2,
      studentId: 'n',
      name: 'Nell Ashgrove',
      asOf: '2026-06-01',
      says: 'Logbook p. 12',
      minutes: { blockMin: 2550, dualMin: 2310, soloMin: 240, nightMin: 0, instrumentMin: 0 },
      landingsDay: 112,
      landingsNight: 0,
      grades: { 'steep-turns': 3, landings: 2 },
    },
    expect.objectContaining({ studentId: 'j', says: 'the table brought in', grades: {} }),
  ]);
});

test.each([
  ['Somebody Else,2026-06-01,,1,,,,,,', 'balance/nobody'],
  ['Nell Ashgrove,2026-06-30,,1,,,,,,', 'balance/day'],
  ['Nell Ashgrove,12 June,,1,,,,,,', 'balance/day'],
  ['Nell Ashgrove,2026-06-01,,plenty,,,,,,', 'balance/number'],
  ['Nell Ashgrove,2026-06-01,,1,,,many,,,', 'balance/number'],
  ['Nell Ashgrove,2026-06-01,,1,,,,5,,', 'balance/grade'],
])('“%s” is left out, and why', (line, code) => {
  const { balances, problems } = read(line);
  expect(balances).toEqual([]);
  expect(problems).toEqual([{ line: 2, code, params: expect.anything() }]);
});

test('a second line for the same student is left out', () => {
  const line = 'Nell Ashgrove,2026-06-01,,1,,,,,,';
  expect(read(line, line).problems).toMatchObject([{ line: 3, code: 'balance/twice' }]);
});

test.each([
  ['what has no column of students', 'total\n4', 'balances/no-names'],
  ['a row of names alone', 'student,total', 'people/nobody'],
])('%s is no such table', (_, text, code) =>
  expect(() => readBalancesCsv(text, known)).toThrow(expect.objectContaining({ code })),
);

test.each([
  ['142:30', 8550],
  ['42.5', 2550],
  ['42,25', 2535],
  ['', 0],
  ['1:75', null],
  ['-3', null],
])('hours typed as “%s” are %s minutes', (typed, minutes) => expect(minutesOf(typed)).toBe(minutes));
