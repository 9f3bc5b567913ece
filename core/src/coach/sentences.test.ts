/** What a school may put in its own words, and that it is then said so and nothing else changes. */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { flyManeuver } from '../fly/fly.ts';
import { rooms } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import { coachWordsSchema, MOST_WORDS, wordsOf } from './coach-words.ts';
import { replayCoach } from './replay.ts';
import { coachSentences, unknownSentence } from './sentences.ts';

test.each(rooms.map(({ id }) => id))(
  '%s: every sentence is short, has no figure of the day, and is listed once',
  (id) => {
    const sentences = coachSentences(id);
    expect(sentences.length).toBeGreaterThan(3);
    expect(new Set(sentences.map(({ key }) => key)).size).toBe(sentences.length);
    for (const { key, says } of sentences) {
      expect(says).not.toMatch(/\d/);
      // What the program says would itself be allowed as a school's words.
      expect([says, coachWordsSchema.safeParse({ [key]: says }).success]).toEqual([says, true]);
    }
  },
);

test('a school’s words are said in the place of the program’s, at the same moments', () => {
  const [airplane] = fleet;
  const { recording, card } = flyManeuver({
    airplane,
    maneuver: 'steep-turn',
    habit: 'steep-turn/overbank',
    seed: 2,
  });
  const plain = replayCoach(recording, { card, airplane });
  const spoken = plain.find(({ level }) => level === 'now')!;
  const own = 'Not so steep, please.';
  const words = { [`steep-turn/${spoken.id}`]: own, 'climb/ease': 'Never said here.' };
  const heard = replayCoach(recording, { card, airplane, words });
  expect(heard.map(({ id, fromS }) => [id, fromS])).toEqual(plain.map(({ id, fromS }) => [id, fromS]));
  for (const [i, { id, says }] of heard.entries()) expect(says).toBe(id === spoken.id ? own : plain[i].says);
});

test('nine words, none, and a sentence that does not exist are refused', () => {
  const key = coachSentences('climb')[0].key;
  const nine = Array.from({ length: MOST_WORDS + 1 }, () => 'so').join(' ');
  expect(coachWordsSchema.safeParse({ [key]: nine }).success).toBe(false);
  expect(coachWordsSchema.safeParse({ [key]: '  ' }).success).toBe(false);
  expect(unknownSentence({ [key]: 'Up we go.' })).toBeUndefined();
  expect(unknownSentence({ 'climb/no-such': 'x' })).toBe('climb/no-such');
  expect(unknownSentence({ 'no-such/step': 'x' })).toBe('no-such/step');
});

test('what is said for safety cannot be put otherwise', () => {
  const [airplane] = fleet;
  for (const { id, coach, variants } of rooms) {
    const card = targetCard({
      airplane,
      standard: findStandard('faa-private')!,
      maneuver: id,
      variant: variants[0],
    });
    const safety = coach.situations(card, airplane).filter((one) => one.safety);
    const listed = coachSentences(id).map(({ key }) => key);
    for (const one of safety) expect(listed).not.toContain(`${id}/${one.id}`);
  }
});

test('one maneuver’s words are not another’s', () => {
  expect(wordsOf({ 'climb/step/hold': 'A', 'descent/step/hold': 'B' }, 'climb')).toEqual({
    'step/hold': 'A',
  });
  expect(wordsOf(undefined, 'climb')).toEqual({});
});
