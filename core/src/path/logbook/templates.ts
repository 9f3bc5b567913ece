/** Endorsements by templates that a school edits: what stands in braces is filled in. */
import { z } from 'zod';

/** What is filled in, where a text has it in braces. */
export const ENDORSEMENT_BRACES = ['student', 'instructor', 'airplane', 'date', 'ends', 'limits'] as const;

export const endorsementTemplateSchema = z.object({
  id: z.string().regex(/^[a-z][a-z0-9-]{1,59}$/, 'lower case letters, digits and hyphens'),
  title: z.string().trim().min(1).max(120),
  /** `{student}`, `{instructor}`, `{airplane}`, `{date}`, `{ends}` and `{limits}` are filled in. */
  text: z.string().trim().min(1).max(3000),
  /** Days that it holds; null where it does not end. */
  lastsDays: z.number().int().min(1).max(3660).nullable(),
  /** The gate that it closes. */
  gate: z.string().nullable(),
  source: z.string().max(200),
  fromMemory: z.boolean(),
});
export type EndorsementTemplate = z.infer<typeof endorsementTemplateSchema>;

/** A school's own; each is called by its id. */
export const endorsementTemplatesSchema = z
  .array(endorsementTemplateSchema)
  .min(1)
  .max(40)
  .superRefine((templates, refuse) => {
    const ids = new Set<string>();
    for (const [i, { id }] of templates.entries()) {
      if (ids.has(id))
        refuse.addIssue({ code: 'custom', path: [i, 'id'], message: `${id}: stands here twice` });
      ids.add(id);
    }
  });

/** In words of the program’s own: a school puts its authority’s in their place. */
export const ENDORSEMENT_TEMPLATES: readonly EndorsementTemplate[] = [
  {
    id: 'solo',
    title: 'Solo flight in make and model',
    text: 'I have given {student} the training that is asked before a first solo flight in {airplane}, and found {student} able to make solo flights in it safely. Limits: {limits}. Holds from {date} to {ends}.',
    lastsDays: 90,
    gate: 'solo-endorsement',
    source: '14 CFR 61.87(n)',
    fromMemory: true,
  },
  {
    id: 'knowledge-test',
    title: 'Pre-solo knowledge test',
    text: '{student} has passed the pre-solo test on the regulations, the local airspace and procedures, and {airplane}; I have gone through every wrong answer with {student}.',
    lastsDays: null,
    gate: 'knowledge-test',
    source: '14 CFR 61.87(b)',
    fromMemory: true,
  },
  {
    id: 'crosswind',
    title: 'Solo in crosswind',
    text: 'I have flown takeoffs and landings in crosswind with {student} in {airplane}. Limits from {date} on: {limits}.',
    lastsDays: null,
    gate: null,
    source: 'the school’s own',
    fromMemory: false,
  },
];

/** What is not known stays in braces, so that nobody signs over it unseen. */
export const fillTemplate = (text: string, values: Readonly<Record<string, string | null>>): string =>
  text.replace(/\{(\w+)\}/g, (whole, name: string) => values[name] ?? whole);

export const unfilled = (text: string): string[] => [...text.matchAll(/\{\w+\}/g)].map(([whole]) => whole);
