import { type AgreementWord, agreementBodySchema, agreementsOn, missingAgreement } from './agreements.ts';

let n = 0;
const word = (body: object, createdAt = '2026-05-01T10:00:00Z'): AgreementWord => ({
  id: `00000000-0000-4000-8000-${String(n++).padStart(12, '0')}`,
  authorName: 'Chief',
  createdAt,
  body: agreementBodySchema.parse(body),
});
const agreed = (more: object = {}) => word({ kind: 'agreed', what: 'recordings', on: '2026-05-01', ...more });
const DAY = '2026-11-27';

test('holds from the day on, ends after its last day, and is taken back by a word that stays beside it', () => {
  const [open, ends, ended] = [
    agreed(),
    agreed({ what: 'voice', until: DAY }),
    agreed({ what: 'sharing', until: '2026-11-26' }),
  ];
  const back = word({ kind: 'taken-back', of: open.id, words: 'by letter' }, '2026-06-01T10:00:00Z');
  const state = (words: AgreementWord[]) => agreementsOn(words, DAY).map((one) => one.state);
  expect(state([open, ends, ended])).toEqual(['holds', 'holds', 'ended']);
  const [first] = agreementsOn([open, back], DAY);
  expect(first).toMatchObject({
    state: 'taken back',
    takenBack: { words: 'by letter' },
    recordedBy: 'Chief',
  });
});

test('of age the student’s own word is enough; younger a guardian’s is asked as well, up to the birthday', () => {
  const own = agreementsOn([agreed()], DAY);
  const both = agreementsOn([agreed(), agreed({ guardian: 'A. Parent' })], DAY);
  expect(missingAgreement([], null, DAY)).toMatch(/nobody has agreed/);
  expect(missingAgreement(own, '1990-01-01', DAY)).toBeNull();
  expect(missingAgreement(own, '2008-11-27', DAY)).toBeNull();
  expect(missingAgreement(own, '2008-11-28', DAY)).toMatch(/parent or guardian/);
  expect(missingAgreement(both, '2010-01-01', DAY)).toBeNull();
  // A guardian’s that was taken back is none.
  const withdrawn = agreed({ guardian: 'A. Parent' });
  const words = [agreed(), withdrawn, word({ kind: 'taken-back', of: withdrawn.id })];
  expect(missingAgreement(agreementsOn(words, DAY), '2010-01-01', DAY)).toMatch(/parent or guardian/);
});

test.each([
  [{ kind: 'agreed', what: 'other', on: DAY }, 'say to what'],
  [{ kind: 'agreed', what: 'voice', on: DAY, until: '2026-01-01' }, 'ends before it begins'],
  [{ kind: 'agreed', what: 'voice', on: 'yesterday' }, 'day'],
  [{ kind: 'agreed', what: 'voice', on: DAY, guardian: ' ' }, 'who agrees'],
])('%j is refused', (body, why) => {
  expect(JSON.stringify(agreementBodySchema.safeParse(body).error)).toContain(why);
});
