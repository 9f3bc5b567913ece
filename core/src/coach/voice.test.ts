/**
 * The one voice by its own rules, apart from any maneuver: what would do harm is never said, safety comes before all, and
 * nobody is told twice, or the opposite, within a breath. That a student is told one thing at a time, and that silence is
 * better than a wrong word, is common practice without a source.
 */
import fc from 'fast-check';
import { isForbidden, MEANINGS, type Meaning, type Never, opposes } from '../kits/coach/meaning.ts';
import type { Situation, Step } from '../kits/coach/part.ts';
import type { Quantities } from '../kits/coach/quantities.ts';
import { QUANTITY_NAMES } from '../kits/coach/quantity-names.ts';
import { above, below } from '../kits/coach/sign.ts';
import { type Heard, openVoice, type Word } from './voice.ts';

const LOOKS_PER_S = 10;

const values = (some: Partial<Quantities> = {}): Quantities => ({
  ...(Object.fromEntries(QUANTITY_NAMES.map((name) => [name, Number.NaN])) as Quantities),
  ...some,
});

const step = (id: string, more: Partial<Step> = {}): Step => ({
  id,
  name: `the ${id}`,
  does: `Do the ${id}.`,
  means: [],
  done: {},
  withinS: 60,
  wrong: '',
  aims: {},
  ...more,
});
const TURN = step('turn');

const tooSteep: Situation = {
  id: 'too-steep',
  when: { bankOffDeg: above(5) },
  never: ['STEEP', 'GOOD'],
  says: 'Less bank.',
  means: ['SHALLOW'],
};
const tooShallow: Situation = {
  id: 'too-shallow',
  when: { bankOffDeg: below(-5) },
  never: ['SHALLOW', 'GOOD'],
  says: 'More bank.',
  means: ['STEEP'],
};
const sinking: Situation = {
  id: 'sinking',
  when: { altitudeUsed: below(-1) },
  never: ['PUSH', 'GOOD'],
  says: 'Back pressure.',
  means: ['PULL'],
};
const nearStall: Situation = {
  id: 'near-stall',
  when: { speedUsed: below(-3) },
  never: ['PULL', 'STEEP'],
  says: 'Release. Power.',
  means: ['PUSH', 'MORE POWER'],
  safety: true,
};
const SITUATIONS = [tooSteep, tooShallow, sinking, nearStall];

/** What is heard while something lasts, look by look; a word counts once however long it stands. */
function listen(
  voice: ReturnType<typeof openVoice>,
  fromS: number,
  forS: number,
  heard: Partial<Omit<Heard, 'timeS'>>,
): Word[] {
  const said: Word[] = [];
  for (let k = 0; k < forS * LOOKS_PER_S; k++) {
    const word = voice.speak({
      timeS: fromS + k / LOOKS_PER_S,
      values: values(),
      faults: new Set(),
      step: TURN,
      stepChanged: false,
      lost: false,
      shown: false,
      ...heard,
    });
    const last = said.at(-1);
    if (word && (last?.id !== word.id || last.fromS !== word.fromS)) said.push(word);
  }
  return said;
}
const idsOf = (words: readonly Word[]) => words.map(({ id }) => id);

test('a step is said as it begins, and not for long', () => {
  const voice = openVoice(SITUATIONS);
  expect(idsOf(listen(voice, 0, 3, { stepChanged: true }))).toEqual(['step/turn']);
  expect(idsOf(listen(voice, 3, 4, {}))).toEqual(['step/turn']);
  expect(listen(voice, 7, 3, {})).toEqual([]);
});

test('what lasts no longer than a moment is not said; what stays is', () => {
  const voice = openVoice(SITUATIONS);
  listen(voice, 0, 5, {});
  expect(idsOf(listen(voice, 5, 0.2, { values: values({ bankOffDeg: 8 }) }))).toEqual([]);
  listen(voice, 5.2, 1, {});
  expect(idsOf(listen(voice, 6.2, 1, { values: values({ bankOffDeg: 8 }) }))).toEqual(['too-steep']);
});

test('of two lapses the one that is further out is said', () => {
  const said = (bankOffDeg: number, altitudeUsed: number) => {
    const voice = openVoice(SITUATIONS);
    listen(voice, 0, 5, {});
    return idsOf(listen(voice, 5, 1, { values: values({ bankOffDeg, altitudeUsed }) }));
  };
  expect(said(6, -2.5)).toEqual(['sinking']);
  expect(said(15, -1.2)).toEqual(['too-steep']);
});

test('the same is not said again within six seconds, unless it got half as bad again', () => {
  const again = (bankOffDeg: number, pauseS: number) => {
    const voice = openVoice(SITUATIONS);
    listen(voice, 0, 5, {});
    listen(voice, 5, 1, { values: values({ bankOffDeg: 8 }) });
    listen(voice, 6, pauseS, {});
    return idsOf(listen(voice, 6 + pauseS, 1, { values: values({ bankOffDeg }) }));
  };
  expect(again(8, 2)).toEqual([]);
  expect(again(14, 2)).toEqual(['too-steep']);
  expect(again(8, 7)).toEqual(['too-steep']);
});

test('nobody is told to do what undoes what they were just told', () => {
  const voice = openVoice(SITUATIONS);
  listen(voice, 0, 5, {});
  expect(idsOf(listen(voice, 5, 1, { values: values({ bankOffDeg: 8 }) }))).toEqual(['too-steep']);
  // They overdo it: the voice waits, since they are at work on it.
  const overdone = listen(voice, 6, 3, { values: values({ bankOffDeg: -8 }) });
  expect(idsOf(overdone)).not.toContain('too-shallow');
  expect(idsOf(listen(voice, 9, 4, { values: values({ bankOffDeg: -8 }) }))).toContain('too-shallow');
});

test('near the stall nobody is told to pull, whatever the altitude does, and safety is said at once', () => {
  const voice = openVoice(SITUATIONS);
  listen(voice, 0, 5, {});
  listen(voice, 5, 1, { values: values({ altitudeUsed: -2 }) });
  const said = listen(voice, 6, 6, { values: values({ altitudeUsed: -4, speedUsed: -4 }) });
  expect(said[0]).toMatchObject({ id: 'near-stall', level: 'safety', fromS: 6 });
  expect(said.flatMap(({ means }) => means)).not.toContain('PULL');
});

test('what a situation forbids is not said of it before it is itself said', () => {
  const early: Situation = { ...nearStall, safety: undefined, says: undefined, means: undefined, forS: 60 };
  const voice = openVoice([sinking, early]);
  listen(voice, 0, 5, {});
  expect(listen(voice, 5, 5, { values: values({ altitudeUsed: -4, speedUsed: -4 }) })).toEqual([]);
  expect(voice.never).toContain('PULL');
});

test('where nobody knows what is flown, safety alone is said', () => {
  const voice = openVoice(SITUATIONS);
  listen(voice, 0, 5, {});
  const lost = { lost: true, values: values({ bankOffDeg: 20 }) };
  expect(listen(voice, 5, 3, lost)).toEqual([]);
  const slow = { lost: true, values: values({ bankOffDeg: 20, speedUsed: -4 }) };
  expect(idsOf(listen(voice, 8, 1, slow))).toEqual(['near-stall']);
});

test('shown by somebody else the steps are named, and nothing is corrected', () => {
  const voice = openVoice(SITUATIONS);
  const said = listen(voice, 0, 10, { shown: true, values: values({ bankOffDeg: 20 }) });
  expect(said.map(({ says }) => says)).toEqual(['the turn']);
});

test('what was put right is praised once, and not while it is put wrong again', () => {
  const voice = openVoice(SITUATIONS);
  const held = values({ bankOffDeg: 0, altitudeUsed: 0, speedUsed: 0, verticalFpm: 0 });
  listen(voice, 0, 5, { values: held });
  listen(voice, 5, 1, { values: values({ bankOffDeg: 8 }) });
  // The word hangs on for a moment.
  expect(idsOf(listen(voice, 6, 1, { values: held }))).toEqual(['too-steep']);
  expect(idsOf(listen(voice, 7, 5, { values: held }))).toEqual(['good']);
  expect(idsOf(listen(voice, 12, 6, { values: held }))).toEqual([]);
});

test('out of a busy step nobody is praised or told to look out; in a quiet one every half minute', () => {
  const quiet = openVoice(SITUATIONS);
  expect(idsOf(listen(quiet, 0, 62, {})).filter((id) => id === 'look')).toHaveLength(2);
  const busy = openVoice(SITUATIONS);
  expect(idsOf(listen(busy, 0, 62, { step: step('recovery', { busy: true }) }))).not.toContain('look');
});

test('a school’s own words are said in place of these', () => {
  const voice = openVoice(SITUATIONS, { 'too-steep': 'Ease the bank off.' });
  listen(voice, 0, 5, {});
  const [word] = listen(voice, 5, 1, { values: values({ bankOffDeg: 8 }) });
  expect(word).toMatchObject({ id: 'too-steep', says: 'Ease the bank off.', means: ['SHALLOW'] });
});

test('once in an attempt is once, until a new one begins', () => {
  const voice = openVoice([{ ...tooSteep, once: true }]);
  const steep = { values: values({ bankOffDeg: 8 }) };
  listen(voice, 0, 5, {});
  expect(idsOf(listen(voice, 5, 1, steep))).toEqual(['too-steep']);
  listen(voice, 6, 10, {});
  expect(idsOf(listen(voice, 16, 1, steep))).toEqual([]);
  voice.fresh();
  listen(voice, 17, 10, {});
  expect(idsOf(listen(voice, 27, 1, steep))).toEqual(['too-steep']);
});

test('hushed it forgets what it was about to say', () => {
  const voice = openVoice(SITUATIONS);
  listen(voice, 0, 5, {});
  listen(voice, 5, 0.3, { values: values({ bankOffDeg: 8 }) });
  voice.hush();
  expect(listen(voice, 5.3, 0.2, { values: values({ bankOffDeg: 8 }) })).toEqual([]);
});

const meanings = fc.uniqueArray(fc.constantFrom(...MEANINGS), { minLength: 1, maxLength: 2 });
const nevers: fc.Arbitrary<Never[]> = fc.uniqueArray(
  fc.oneof(
    fc.constantFrom<Never>(...MEANINGS),
    fc.constantFrom(...MEANINGS).map((meaning): Never => `${meaning} alone`),
    fc.constantFrom(...MEANINGS).map((meaning): Never => `${meaning} first`),
  ),
  { maxLength: 5 },
);
/** Any room’s table: each situation is shown by a quantity of its own, and never forbids its own word. */
const tables = fc
  .array(fc.record({ means: meanings, never: nevers, safety: fc.boolean(), once: fc.boolean() }), {
    minLength: 1,
    maxLength: 5,
  })
  .map((rows) =>
    rows.map(
      ({ means, never, safety, once }, k): Situation => ({
        id: `s${k}`,
        when: { [QUANTITY_NAMES[k]]: above(1) },
        says: `word ${k}`,
        means,
        never: never.filter((one) => !isForbidden(means, [one])),
        ...(safety && { safety: true as const }),
        ...(once && { once: true as const }),
      }),
    ),
  );
/** Half a second each: how far out each quantity is, and which step is flown. */
const flights = fc.array(
  fc.record({
    sizes: fc.array(fc.constantFrom(0, 0, 1.2, 2, 4), { minLength: 5, maxLength: 5 }),
    second: fc.boolean(),
  }),
  { minLength: 6, maxLength: 40 },
);

test('whatever the tables and the flight: nothing forbidden is said, and nothing but safety undoes the last word', () => {
  fc.assert(
    fc.property(tables, flights, (situations, flight) => {
      const voice = openVoice(situations);
      const steps = [step('first'), step('second', { means: ['PULL'] as Meaning[] })];
      let last: { word: Word; atS: number } | undefined;
      let timeS = 0;
      for (const { sizes, second } of flight)
        for (let k = 0; k < LOOKS_PER_S / 2; k++, timeS += 1 / LOOKS_PER_S) {
          const shown = Object.fromEntries(sizes.map((size, q) => [QUANTITY_NAMES[q], size]));
          const word = voice.speak({
            timeS,
            values: values(shown as Partial<Quantities>),
            faults: new Set(),
            step: steps[Number(second)],
            stepChanged: false,
            lost: false,
            shown: false,
          });
          if (!word) continue;
          const own = situations.find(({ id }) => id === word.id);
          if (word.level !== 'safety') {
            const others = voice.never.filter((one) => !own?.never.includes(one));
            expect([word.says, isForbidden(word.means, others)]).toEqual([word.says, false]);
            // A step is the maneuver itself, and follows the one before.
            if (last && last.word.id !== word.id && word.level === 'now' && timeS - last.atS < 5)
              expect(opposes(word.means, last.word.means)).toBe(false);
          }
          if (word.level !== 'look' && word.level !== 'step') last = { word, atS: timeS };
        }
    }),
  );
});
