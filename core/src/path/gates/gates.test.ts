import { refusal } from '../../testing/refusal.ts';
import type { StandingWord } from '../standing/standing.ts';
import { DEFAULT_SYLLABUS, readSyllabus, syllabuses } from '../syllabus/syllabuses.ts';
import { type Closing, checkClosing, dayAfter, gateStates, gatesBriefly } from './gates.ts';

const ON = '2026-03-10';
const closing = (gate: string, body: Closing['body']): Closing => ({
  id: gate,
  gate,
  byName: 'Idris',
  at: '2026-03-01T10:00:00Z',
  body,
});
const states = (more: Partial<Parameters<typeof gateStates>[0]> = {}) =>
  gateStates({
    syllabus: DEFAULT_SYLLABUS,
    closings: [],
    standings: new Map<string, StandingWord>(),
    born: null,
    on: ON,
    zone: 'UTC',
    ...more,
  });
const gate = (id: string, more = {}) => states(more).find((one) => one.id === id)!;

test('what a word or a paper has not closed is open, and says what it waits for', () => {
  expect(states().every(({ state }) => state === 'open')).toBe(true);
  expect(gate('stalls').why).toEqual({ code: 'skills-ready', params: { ready: 0, of: 2 } });
  const ready = new Map<string, StandingWord>([
    ['power-off-stall', 'ready'],
    ['power-on-stall', 'ready'],
  ]);
  // Evidence alone closes nothing.
  expect(gate('stalls', { standings: ready })).toMatchObject({
    state: 'open',
    why: { code: 'ready-for-decision' },
  });
});

test.each([
  ['the last day of a paper holds', '2026-03-10', 'closed'],
  ['the day after does not', '2026-03-09', 'ended'],
])('%s', (_, endsOn, state) => {
  const paper = closing('medical', { words: '', date: '2025-03-11', endsOn });
  expect(gate('medical', { closings: [paper] }).state).toBe(state);
});

test('an endorsement holds ninety days from its own date, not from when it was entered', () => {
  const given = closing('solo-endorsement', { words: '', date: '2025-12-10' });
  expect(gate('solo-endorsement', { closings: [given] })).toMatchObject({
    state: 'closed',
    endsOn: '2026-03-10',
  });
});

test.each([
  ['2010-03-10', 'closed'],
  ['2010-03-11', 'open'],
  // Who is born on a leap day is sixteen once that day is past.
  ['2008-02-29', 'closed'],
])('born %s, sixteen is %s', (born, state) => {
  expect(gate('age', { born }).state).toBe(state);
});

// Half past eleven at night in Greenwich is the next day in Berlin, and three in the morning the day before in Denver.
test.each([
  ['2026-03-01T23:30:00Z', 'UTC', '2026-03-01'],
  ['2026-03-01T23:30:00Z', 'Europe/Berlin', '2026-03-02'],
  ['2026-03-01T03:00:00Z', 'America/Denver', '2026-02-28'],
])('a word said at %s in %s lasts from %s', (at, zone, day) => {
  const lasting = DEFAULT_SYLLABUS.gates.find(({ lastsDays }) => lastsDays)!;
  const closings = [{ ...closing(lasting.id, { words: 'Ready.' }), at }];
  expect(gate(lasting.id, { closings, zone }).endsOn).toBe(dayAfter(day, lasting.lastsDays!));
});

test('in little the same as in words', () => {
  const input = {
    syllabus: DEFAULT_SYLLABUS,
    closings: [
      closing('medical', { words: '', date: '2025-03-11', endsOn: '2026-03-09' }),
      closing('english', { words: '' }),
    ],
    standings: new Map<string, StandingWord>([['preflight', 'ready']]),
    born: '2000-01-01',
    on: ON,
    zone: 'UTC',
  };
  const brief = gatesBriefly(input);
  expect(brief.map((one) => [one.gate.id, one.state, one.endsOn])).toEqual(
    gateStates(input).map(({ id, state, endsOn }) => [id, state, endsOn]),
  );
  expect(brief.filter(({ waits }) => waits).map((one) => one.gate.id)).toEqual(['preparation']);
});

test.each([
  ['age', {}, /date of birth alone/],
  ['medical', {}, /day on which the document was issued/],
  ['medical', { date: '2026-03-11' }, /still to come/],
  ['medical', { date: '2026-03-01', endsOn: '2026-02-01' }, /before it begins/],
  ['medical', { date: '2026-03-01' }, /day on which it expires/],
  ['stalls', { words: 'fine' }, /not to standard by what was flown/],
])('%s is not closed by %j', (id, body, why) => {
  expect(refusal(() => checkClosing(gate(id), { words: '', ...body }, ON))).toMatch(why);
});

describe('a syllabus', () => {
  const [first, stages] = syllabuses;
  test('two of different shapes come with the program; steep turns hold nobody back', () => {
    expect(first.gates.filter(({ source }) => source.startsWith('14 CFR 61.87(d)'))).toHaveLength(15);
    expect(first.skills.find(({ id }) => id === 'steep-turn')!.gates).toEqual([]);
    expect(stages.gates.map(({ closes }) => closes)).not.toEqual(first.gates.map(({ closes }) => closes));
    expect(stages.gates.some(({ by }) => by === 'chief')).toBe(true);
  });

  const [skill] = first.skills;
  test.each<[string, object, RegExp]>([
    ['a gate that there is not', { skills: [{ ...skill, gates: ['no-such-gate'] }] }, /no such gate/],
    [
      'a maneuver that there is not',
      { skills: [{ ...skill, gates: [], maneuver: 'barrel-roll' }] },
      /no such maneuver/,
    ],
    [
      'a variant of another maneuver',
      { skills: [{ ...skill, gates: [], maneuver: 'climb', variants: ['left'] }] },
      /climb has standard/,
    ],
    [
      'a skill that comes later',
      {
        skills: [
          { ...skill, gates: [], after: ['radio'] },
          { ...first.skills[2], gates: [] },
        ],
      },
      /comes later/,
    ],
    ['the same id twice', { skills: [skill, skill] }, /stands here twice/],
    ['a gate by age without years', { gates: [{ ...first.gates[0], years: undefined }] }, /how many years/],
    ['evidence that nothing gives', { skills: [{ ...skill, gates: [] }] }, /no skill serves it/],
  ])('with %s is refused', (_, change, why) => {
    expect(refusal(() => readSyllabus({ ...first, ...change }))).toMatch(why);
  });
});
