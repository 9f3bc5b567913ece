import { type EnteredAttempt, enteredBodySchema } from './entered.ts';
import { skillOf } from './progress.ts';

const body = {
  maneuver: 'steep-turn',
  variant: 'left',
  flownAt: '2026-11-20T10:00:00Z',
  help: 'unaided',
  grade: 3,
};
const entered = (more: Partial<EnteredAttempt> = {}): EnteredAttempt => ({
  ...enteredBodySchema.parse(body),
  id: '00000000-0000-4000-8000-000000000001',
  by: 'Idris',
  enteredAt: '2026-11-20T12:00:00Z',
  withdrawn: null,
  ...more,
});

describe('an attempt entered by hand', () => {
  test.each([
    ['a variant of another maneuver', { variant: 'landing' }, /must be one of left, right/],
    ['a grade for what the instructor flew', { help: 'demonstration', grade: 3 }, /1 and no more/],
    ['a grade off the scale', { grade: 5 }, /4/],
    ['a maneuver that there is not', { maneuver: 'loop' }, /steep-turn/],
  ])('refuses %s', (_, wrong, why) => {
    const { error } = enteredBodySchema.safeParse({ ...body, ...wrong });
    expect(error?.message).toMatch(why);
  });

  test('is a grade and no measurement: it makes a skill guided, never ready', () => {
    const many = [1, 2, 3, 4, 5].map(() => entered({ grade: 4 }));
    const { standing, why } = skillOf('steep-turn', [], 'UTC', many);
    expect(standing).toBe('guided');
    expect(why).toMatch(/5 graded by hand, the last 4/);
  });

  test('counts for nothing once taken back, or when the instructor flew it', () => {
    const back = entered({ withdrawn: { by: 'Idris', at: '2026-11-21T08:00:00Z', why: 'another student' } });
    const shown = entered({ help: 'demonstration', grade: 1 });
    expect(skillOf('steep-turn', [], 'UTC', [back, shown]).standing).toBe('not flown');
    expect(skillOf('climb', [], 'UTC', [entered()]).standing).toBe('not flown');
  });
});
