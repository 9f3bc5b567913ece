/** What people say of an attempt: grades, help, overrides, comments, marks. Stored against a time interval. */
import { z } from 'zod';

/** Who flew and with how much help. */
export const HELP = [
  'demonstration',
  'deliberate-error',
  'talked-through',
  'prompted',
  'unaided',
  'taken-over',
] as const;
export const helpSchema = z.enum(HELP);
export type Help = z.infer<typeof helpSchema>;

/** The instructor's own scale. */
export const GRADES = [
  { grade: 1, name: 'seen', means: 'has seen it; not yet flown it' },
  { grade: 2, name: 'guided', means: 'flies it with a word or a hand' },
  { grade: 3, name: 'holding', means: 'flies it alone, mostly inside the band' },
  { grade: 4, name: 'own', means: 'owns it: flies, judges and corrects it alone' },
] as const;
export const gradeSchema = z.number().int().min(1).max(4);

export const DISCONTINUED_REASONS = ['traffic', 'airspace', 'limit', 'discomfort'] as const;

const interval = { startS: z.number(), endS: z.number(), maneuver: z.string().max(40) };
const words = z.string().trim().min(1, 'write a few words').max(2000);

export const saidBodySchema = z.discriminatedUnion('kind', [
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
  z.object({ kind: z.literal('mark'), ...interval, atS: z.number(), text: words }),
  z.object({ kind: z.literal('discard'), ...interval, discarded: z.boolean() }),
  z.object({ kind: z.literal('edges'), ...interval, newStartS: z.number(), newEndS: z.number() }),
]);
export type SaidBody = z.infer<typeof saidBodySchema>;
export type SaidKind = SaidBody['kind'];

/** What only an instructor may say. */
export const INSTRUCTOR_ONLY: readonly SaidKind[] = [
  'grade',
  'help',
  'override',
  'discontinued',
  'next-time',
  'discard',
  'edges',
];

export const saidSchema = z.object({
  id: z.uuid(),
  authorId: z.uuid(),
  authorName: z.string(),
  createdAt: z.string(),
  body: saidBodySchema,
});
export type Said = z.infer<typeof saidSchema>;

/** The latest body of one kind among things said in time order, or undefined. */
export function latest<K extends SaidKind>(
  said: readonly Said[],
  kind: K,
): Extract<SaidBody, { kind: K }> | undefined {
  const found = said.findLast((one) => one.body.kind === kind);
  return found?.body as Extract<SaidBody, { kind: K }> | undefined;
}
