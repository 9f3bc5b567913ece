/** What people say of an attempt: grades, help, overrides, comments, marks. Stored against a time interval. */
import { z } from 'zod';
import { EDIT_KINDS, editSchema } from './edits.ts';

/** Who flew and with how much help. */
export const HELP = [
  'demonstration',
  'deliberate-error',
  'talked-through',
  'prompted',
  'unaided',
  'taken-over',
  /** The instructor held the yoke, the student the feet. */
  'yoke-held',
] as const;
export const helpSchema = z.enum(HELP);
export type Help = z.infer<typeof helpSchema>;

/** A demonstration, of the maneuver or of an error in it, is the instructor's; everything else the student's. */
export const flownByWith = (help: Help): 'student' | 'instructor' =>
  help === 'demonstration' || help === 'deliberate-error' ? 'instructor' : 'student';

/** The instructor's own scale. */
export const GRADES = [
  { grade: 1, name: 'introduced', means: 'has seen it; not yet flown it' },
  { grade: 2, name: 'with help', means: 'flies it with a word or a hand' },
  { grade: 3, name: 'alone, not yet steady', means: 'flies it alone, mostly within tolerance' },
  { grade: 4, name: 'alone, to standard', means: 'flies, judges and corrects it alone' },
] as const;

export interface GradeSaid {
  grade: number;
  name: string;
  means: string;
}
/** The grades as a school calls them; what each means stays. */
export const gradesCalled = (names?: readonly string[] | null): readonly GradeSaid[] =>
  names ? GRADES.map((one, i) => ({ ...one, name: names[i] ?? one.name })) : GRADES;
export const gradeSchema = z.number().int().min(1).max(4);

export const DISCONTINUED_REASONS = ['traffic', 'airspace', 'limit', 'discomfort'] as const;

/** Said of the whole lesson rather than of an attempt: the maneuver's place is taken by this word. */
export const LESSON = 'lesson';

/**
 * What an instructor sees and no recorder writes down: a tap each. `good`: as it should be; `fault`: to be worked on;
 * `fact`: neither.
 */
export const OBSERVATIONS = [
  { item: 'checks-done', says: 'Checks done', kind: 'good' },
  { item: 'cleared', says: 'Area cleared, and kept clear', kind: 'good' },
  { item: 'eyes-outside', says: 'Eyes outside', kind: 'good' },
  { item: 'traffic-by-clock', says: 'Traffic called by the clock', kind: 'good' },
  { item: 'position-called', says: 'Position called', kind: 'good' },
  { item: 'exchange-said', says: 'Controls exchanged in three steps', kind: 'good' },
  { item: 'eyes-inside', says: 'Eyes inside most of the way', kind: 'fault' },
  { item: 'late-rudder', says: 'Rudder late or none', kind: 'fault' },
  { item: 'rough-hands', says: 'Rough on the controls', kind: 'fault' },
  { item: 'warner-sounded', says: 'Stall warning sounded', kind: 'fact' },
  { item: 'buffet-felt', says: 'Buffet felt', kind: 'fact' },
  { item: 'flaps-as-briefed', says: 'Flaps moved as briefed', kind: 'good' },
  { item: 'distraction', says: 'Flown with a distraction', kind: 'fact' },
  /** Kept from before: how rough the air was is said beside what is worked out of it, and the judge heeds it. */
  { item: 'moderate-air', says: 'The air was moderately rough', kind: 'fact', offered: false },
  { item: 'risk-named', says: 'Named the risk and what to do', kind: 'good' },
  { item: 'drill-complete', says: 'Every drill item done or said', kind: 'good' },
  { item: 'drill-item-missed', says: 'A drill item was missed', kind: 'fault' },
] as const;
/** Whether it is still offered to be tapped. */
export const isOffered = (one: (typeof OBSERVATIONS)[number]): boolean => !('offered' in one);
export type ObservationItem = (typeof OBSERVATIONS)[number]['item'];
const OBSERVATION_ITEMS = OBSERVATIONS.map(({ item }) => item) as [ObservationItem, ...ObservationItem[]];

const interval = { startS: z.number(), endS: z.number(), maneuver: z.string().max(40) };
const words = z.string().trim().min(1, 'write a few words').max(2000);

const [discard, edges, split, merge, retype, seen, configured, air] = editSchema.options;

/** The mark of who has no hand free for words: they are said at Debrief, at the same moment. */
export const WORDS_LATER = 'own words, later';

/** The mark of who spoke instead: its sound is kept under the same id. */
export const VOICE_NOTE = 'voice note';

export const statementBodySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('grade'), ...interval, grade: gradeSchema }),
  /** `beforeVerdict`: the student had not yet been shown the verdict. */
  z.object({ kind: z.literal('self-grade'), ...interval, grade: gradeSchema, beforeVerdict: z.boolean() }),
  z.object({
    kind: z.literal('help'),
    ...interval,
    help: helpSchema,
    flownBy: z.enum(['student', 'instructor']),
  }),
  z.object({
    kind: z.literal('override'),
    ...interval,
    verdict: z.enum(['satisfactory', 'unsatisfactory', 'not-scored', 'as-scored']),
    reason: words,
  }),
  z.object({
    kind: z.literal('discontinued'),
    ...interval,
    reason: z.enum([...DISCONTINUED_REASONS, 'none']),
  }),
  z.object({ kind: z.literal('comment'), ...interval, text: words }),
  z.object({ kind: z.literal('next-time'), ...interval, text: z.string().trim().max(300) }),
  /** What a student would like answered before or in the next lesson; empty where nothing is asked any more. */
  z.object({ kind: z.literal('question'), ...interval, text: z.string().trim().max(300) }),
  z.object({ kind: z.literal('mark'), ...interval, atS: z.number(), text: words }),
  z.object({
    kind: z.literal('observed'),
    ...interval,
    item: z.enum(OBSERVATION_ITEMS),
    seen: z.boolean(),
  }),
  /** A knowledge or risk element of the standard, by its code: talked through, or not after all. */
  z.object({ kind: z.literal('element'), ...interval, code: z.string().max(40), covered: z.boolean() }),
  /** A finding's id, parked for another day or taken up again. */
  z.object({ kind: z.literal('park'), ...interval, finding: z.string().max(80), parked: z.boolean() }),
  discard.extend({ discarded: z.boolean() }),
  edges,
  split,
  merge,
  retype,
  seen,
  configured,
  air,
  /** An edit, by the id it was said with, no longer holds. */
  z.object({ kind: z.literal('take-back'), ...interval, of: z.uuid() }),
]);
export type StatementBody = z.infer<typeof statementBodySchema>;
type StatementKind = StatementBody['kind'];

/** What only an instructor may say. */
export const INSTRUCTOR_ONLY: readonly StatementKind[] = [
  'grade',
  'help',
  'override',
  'discontinued',
  'next-time',
  'observed',
  'element',
  'park',
  'take-back',
  ...EDIT_KINDS,
];

/** What changes the attempts themselves, so that they are worked out anew. */
export const changesAttempts = (kind: StatementKind): boolean =>
  kind === 'take-back' || (EDIT_KINDS as readonly string[]).includes(kind);

export const statementSchema = z.object({
  id: z.uuid(),
  authorId: z.uuid(),
  authorName: z.string(),
  createdAt: z.string(),
  body: statementBodySchema,
});
export type Statement = z.infer<typeof statementSchema>;

/** The latest body of one kind among things said in time order, or undefined. */
export function latest<K extends StatementKind>(
  statements: readonly Statement[],
  kind: K,
): Extract<StatementBody, { kind: K }> | undefined {
  const found = statements.findLast((one) => one.body.kind === kind);
  return found?.body as Extract<StatementBody, { kind: K }> | undefined;
}
