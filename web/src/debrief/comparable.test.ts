import type { Alongside, AttemptScore, AttemptStatements } from '@keel/core';
import { showTimesIn } from '../parts/format.ts';
import { ofOtherFlights, ofThisFlight, recentOf, usualChoice } from './comparable.ts';

const attempt = (maneuver: string, variant: string | null) => ({ maneuver, variant }) as AttemptScore;
const said = (help: string) => ({ help }) as AttemptStatements;
const elsewhere = (relation: string, recordingId: string, studentName: string | null = null) => ({
  relation,
  recordingId,
  attempt: 0,
  flownAt: '2026-03-05T09:00:00.000Z',
  studentName,
  score: attempt('steep-turn', 'left'),
  trace: { timeS: [], lanes: [], track: null },
});
const OTHERS = [
  elsewhere('last', 'a'),
  elsewhere('earlier', 'b'),
  elsewhere('demonstration', 'c'),
  elsewhere('airplane', 'd', 'Edda Marrowby'),
] as unknown as Alongside;

test('of this flight the other attempts at the maneuver, whichever way round', () => {
  const attempts = [attempt('steep-turn', 'left'), attempt('climb', null), attempt('steep-turn', 'right')];
  const list = ofThisFlight(
    attempts,
    attempts.map(() => said('unaided')),
    0,
  );
  expect(list.map(({ keel }) => keel)).toEqual([2]);
  expect(list[0].name).toBe('3. right unaided');
});

test('the day is the school’s: a flight late in the evening there is of that evening', () => {
  const late = [{ ...OTHERS[0], flownAt: '2026-03-06T02:30:00.000Z' }] as Alongside;
  showTimesIn('America/Denver');
  expect(ofOtherFlights(late)[0].name).toBe('last time, 5 Mar');
  showTimesIn('UTC');
  expect(ofOtherFlights(late)[0].name).toBe('last time, 6 Mar');
});

test('a variant that nobody could tell, or the only one, is left out of the name', () => {
  const attempts = [
    attempt('slow-flight', null),
    attempt('slow-flight', 'clean-to-landing'),
    attempt('slow-flight', 'standard'),
  ];
  const list = ofThisFlight(
    [...attempts, ...attempts],
    [...attempts, ...attempts].map(() => said('unaided')),
    0,
  );
  expect(list.map(({ name }) => name).slice(0, 3)).toEqual([
    '2. clean to landing unaided',
    '3. unaided',
    '4. unaided',
  ]);
});

test('of other flights each by what it is and its day; who flew it only where it was somebody else', () => {
  const names = ofOtherFlights(OTHERS).map(({ name }) => name);
  expect(names).toEqual([
    'last time, 5 Mar',
    'demonstration, 5 Mar',
    'in this airplane, Edda Marrowby, 5 Mar',
  ]);
  expect(recentOf(OTHERS)).toHaveLength(2);
});

test('laid beside it first: what wdemonstration and the try before; else the student’s own of other days', () => {
  const attempts = ['left', 'left', 'left'].map((variant) => attempt('steep-turn', variant));
  const statements = [said('demonstration'), said('unaided'), said('unaided')];
  const here = ofThisFlight(attempts, statements, 2);
  expect(usualChoice(here, [], statements, { index: 2, variant: 'left' })).toEqual(['here 0', 'here 1']);
  const alone = usualChoice([], ofOtherFlights(OTHERS), [said('unaided')], { index: 0, variant: 'left' });
  expect(alone).toEqual(['last a 0', 'demonstration c 0']);
});
