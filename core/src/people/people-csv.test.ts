import { refusal } from '../testing/refusal.ts';
import { cellWords } from '../words/input-error.ts';
import { readPeopleCsv, teachersOf, writeLinksCsv } from './people-csv.ts';

const STAFF = [
  { id: 'i1', name: 'Idris Vellacott', email: 'idris@fellside.example' },
  { id: 'i2', name: 'Ann Low', email: 'ann@fellside.example' },
  { id: 'i3', name: 'Ann Low', email: 'low@fellside.example' },
];

test('a sheet as offices keep them: semicolons, other names for columns, a mark at its beginning', () => {
  const read = readPeopleCsv(
    '\uFEFFFull name;E-mail;Instructor\r\nNell Ash; nell@x.example ;Idris Vellacott\r\n\r\nJoss Pen;joss@x.example;\r\n',
  );
  expect(read).toEqual({
    people: [
      { line: 2, name: 'Nell Ash', email: 'nell@x.example', role: 'student', taughtBy: ['Idris Vellacott'] },
      { line: 3, name: 'Joss Pen', email: 'joss@x.example', role: 'student', taughtBy: [] },
    ],
    problems: [],
  });
});

test('roles by their words; what is wrong is said by its line, and the others are read', () => {
  const { people, problems } = readPeopleCsv(
    [
      'name,email,role',
      'A,a@x.example,Chief instructor',
      'B,b@x.example,INSTRUCTOR',
      ',c@x.example,student',
      'D,not an address,student',
      'E,e@x.example,mechanic',
      'F,A@x.example,student',
      'G,there@x.example,student',
    ].join('\n'),
    ['There@x.example'],
  );
  expect(people.map(({ name, role }) => [name, role])).toEqual([
    ['A', 'chief'],
    ['B', 'instructor'],
  ]);
  expect(problems.map(({ line, ...problem }) => `${line} ${cellWords(problem)}`)).toEqual([
    '4 the name is missing, or too long',
    '5 “not an address” is not an e-mail address',
    '6 “mechanic” is not a role: student, instructor or chief',
    expect.stringMatching(/^7 .*appears here twice/i),
    expect.stringMatching(/^8 .*is already in the school/),
  ]);
});

test.each([
  ['name,phone\nA,1', /“name” and “email”/],
  ['name,email\n', /nobody under/],
  ['', /“name” and “email”/],
  [`name,email\n${Array.from({ length: 501 }, (_, i) => `A,a${i}@x.example`).join('\n')}`, /in parts/],
])('what is no table of people is refused with what to do', (text, why) => {
  expect(refusal(() => readPeopleCsv(text))).toMatch(why);
});

test('the links as a file, with no formula in it', () => {
  const file = writeLinksCsv([
    {
      name: '=1+1',
      email: 'a@x.example',
      url: 'http://keel.example/invitation/abc',
      expiresAt: '2027-01-08T10:00:00Z',
    },
  ]);
  expect(file.split('\r\n')).toEqual([
    'name,email,link,until',
    '"\'=1+1",a@x.example,http://keel.example/invitation/abc,2027-01-08T10:00:00Z',
    '',
  ]);
});

test('teachers by name or address; two of one name by address alone', () => {
  const of = (...taughtBy: string[]) => teachersOf({ taughtBy }, STAFF);
  expect(of('idris vellacott', 'LOW@fellside.example')).toEqual({ ids: ['i1', 'i3'], unknown: [] });
  expect(of('Ann Low', 'Nobody')).toEqual({ ids: [], unknown: ['Ann Low', 'Nobody'] });
});
