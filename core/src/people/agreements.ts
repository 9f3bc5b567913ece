/**
 * Who agreed to what, when, and what ends when: words that are kept as they were said. A word is never changed; one that no
 * longer holds is taken back by another.
 */
import { z } from 'zod';
import { isoDay } from '../path/gates/gates.ts';

export const AGREEMENTS = [
  { what: 'recordings', says: 'Flights are recorded, kept and shown to who teaches' },
  { what: 'voice', says: 'Voice notes of the instructor are kept with the flight' },
  { what: 'sharing', says: 'Flights may be shown to others, without a name' },
  { what: 'other', says: 'Something else, in words' },
] as const;
export type AgreementKind = (typeof AGREEMENTS)[number]['what'];

/** Below this age somebody agrees for the student as well. */
const OF_AGE_YEARS = 18;

const agreedSchema = z
  .object({
    kind: z.literal('agreed'),
    what: z.enum(['recordings', 'voice', 'sharing', 'other']),
    words: z.string().trim().max(1000).default(''),
    /** Who agreed; null for the student. */
    guardian: z.string().trim().min(1, 'who agrees for them').max(120).nullable().default(null),
    on: isoDay,
    /** The last day on which it holds; null where it has no end. */
    until: isoDay.nullable().default(null),
  })
  .superRefine(({ what, words, on, until }, refuse) => {
    if (what === 'other' && words === '')
      refuse.addIssue({ code: 'custom', path: ['words'], message: 'say to what' });
    if (until !== null && until < on)
      refuse.addIssue({ code: 'custom', path: ['until'], message: 'it ends before it begins' });
  });
export const agreementBodySchema = z.discriminatedUnion('kind', [
  agreedSchema,
  z.object({ kind: z.literal('taken-back'), of: z.uuid(), words: z.string().trim().max(1000).default('') }),
]);
export type AgreementBody = z.infer<typeof agreementBodySchema>;

export const agreementWordSchema = z.object({
  id: z.uuid(),
  authorName: z.string(),
  createdAt: z.string(),
  body: agreementBodySchema,
});
export type AgreementWord = z.infer<typeof agreementWordSchema>;

export interface Agreement {
  id: string;
  agreed: Extract<AgreementBody, { kind: 'agreed' }>;
  recordedBy: string;
  state: 'holds' | 'ended' | 'taken back';
  takenBack: { on: string; words: string } | null;
}

/** What was agreed to, latest first, as it stands on a day; `YYYY-MM-DD`. */
export function agreementsOn(words: readonly AgreementWord[], day: string): Agreement[] {
  const back = new Map(
    words.flatMap(({ body, createdAt }) =>
      body.kind === 'taken-back' ? [[body.of, { on: createdAt, words: body.words }] as const] : [],
    ),
  );
  return words
    .flatMap(({ id, authorName, body }): Agreement[] => {
      if (body.kind !== 'agreed') return [];
      const takenBack = back.get(id) ?? null;
      const ended = body.until !== null && body.until < day;
      const state = takenBack ? 'taken back' : ended ? 'ended' : 'holds';
      return [{ id, agreed: body, recordedBy: authorName, state, takenBack }];
    })
    .sort((a, b) => b.agreed.on.localeCompare(a.agreed.on));
}

const yearsOn = (born: string, day: string): number =>
  Number(day.slice(0, 4)) - Number(born.slice(0, 4)) - (day.slice(5) < born.slice(5) ? 1 : 0);

/** What is missing on a day before a flight of this student may be kept; null where nothing is. */
export function missingAgreement(
  agreements: readonly Agreement[],
  born: string | null,
  day: string,
): string | null {
  const holding = agreements.filter(({ state, agreed }) => state === 'holds' && agreed.what === 'recordings');
  if (holding.length === 0) return 'nobody has agreed yet that flights are recorded and kept';
  if (born === null || yearsOn(born, day) >= OF_AGE_YEARS) return null;
  return holding.some(({ agreed }) => agreed.guardian !== null)
    ? null
    : `under ${OF_AGE_YEARS}: a parent or guardian has to agree as well`;
}
