import { requireRoom, rooms } from '../maneuvers/registry.ts';
import { DEFAULT_TECHNIQUE, type TechniqueKey, techniqueSchema } from '../technique/technique.ts';
import { CHOICES, choicesAmong } from './choices.ts';

test('every option is one that the schema takes, and the default is among them', () => {
  for (const { key, options } of CHOICES) {
    for (const { value } of options) expect(techniqueSchema.safeParse({ [key]: value }).success).toBe(true);
    expect(options.map(({ value }) => value)).toContain(DEFAULT_TECHNIQUE[key]);
    expect(new Set(options.map(({ value }) => value)).size).toBe(options.length);
  }
});

test('every choice of words has its reasons, and belongs to maneuvers that there are', () => {
  const heeded = new Set(rooms.flatMap(({ card }) => card.heeds));
  // How the school signs and in which units it speaks concerns all of them alike.
  const general: TechniqueKey[] = ['judge', 'speedUnit', 'powerUnit'];
  for (const { key, options } of CHOICES) {
    expect([key, heeded.has(key)]).toEqual([key, !general.includes(key)]);
    for (const { why } of options) expect(why).toMatch(/^[A-Z].{15,}\.$/);
  }
});

test('nothing of the technique is without words but what is a number or a list', () => {
  const withWords = new Set<TechniqueKey>(CHOICES.map(({ key }) => key));
  const rest = (Object.keys(DEFAULT_TECHNIQUE) as TechniqueKey[]).filter((key) => !withWords.has(key));
  expect(rest.sort()).toEqual([
    'checks',
    'demonstrations',
    'judgeLimit',
    'judgePromptS',
    'judgeTooMany',
    'studentAttempts',
  ]);
});

test('a maneuver’s card lists what concerns it, as it was chosen', () => {
  expect(
    choicesAmong(requireRoom('slow-flight').card.heeds, { ...DEFAULT_TECHNIQUE, slowBankDeg: 20 }),
  ).toEqual(
    expect.arrayContaining([
      {
        key: 'slowBankDeg',
        label: 'Bank limit in slow flight',
        chosen: '20°',
        why: 'As steep as a test asks.',
      },
    ]),
  );
  expect(choicesAmong(requireRoom('best-glide').card.heeds, DEFAULT_TECHNIQUE)).toEqual([]);
});
