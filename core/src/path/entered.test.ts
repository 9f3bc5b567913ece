import { type EnteredAttempt, enteredBodySchema, evidenceByHand } from './entered.ts';

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

  test('of a skill that no recording shows is evidence by its grade; taken back it is none', () => {
    const { maneuver: _, variant: __, ...rest } = body;
    const landing = entered({ ...enteredBodySchema.parse({ ...rest, skill: 'landing' }) });
    const back = {
      ...landing,
      withdrawn: { by: 'Idris', at: '2026-11-21T08:00:00Z', why: 'another student' },
    };
    expect(evidenceByHand([landing, back, entered()], { id: 'landing', maneuver: null }, 'UTC')).toEqual([
      expect.objectContaining({ day: '2026-11-20', verdict: 'satisfactory', toleranceUsed: null, grade: 3 }),
    ]);
  });

  test('of a maneuver it is evidence of the skill that the maneuver feeds, which way it was flown or not said', () => {
    const steep = { id: 'steep-turns', maneuver: 'steep-turn' };
    const unsaid = entered({ variant: null, grade: 2 });
    expect(
      evidenceByHand([entered(), unsaid], steep, 'UTC').map(({ variant, verdict }) => [variant, verdict]),
    ).toEqual([
      ['left', 'satisfactory'],
      [null, 'unsatisfactory'],
    ]);
    expect(evidenceByHand([entered()], { ...steep, variants: ['right'] }, 'UTC')).toEqual([]);
    expect(evidenceByHand([entered()], { id: 'climb', maneuver: 'climb' }, 'UTC')).toEqual([]);
  });

  test.each([
    ['neither maneuver nor skill', { maneuver: undefined, variant: undefined }],
    ['both', { skill: 'landing' }],
  ])('refuses %s', (_, change) => {
    expect(enteredBodySchema.safeParse({ ...body, ...change }).error?.message).toMatch(/either the maneuver/);
  });
});
