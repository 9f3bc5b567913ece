/** Endorsements by templates that a school edits: what stands in braces is filled in. */
import { z } from 'zod';
import { dayAfter } from '../gates/gates.ts';

/** What is filled in, where a text has it in braces. */
export const ENDORSEMENT_BRACES = [
  'student',
  'instructor',
  'airplane',
  'date',
  'ends',
  'limits',
  'place',
] as const;

export const endorsementTemplateSchema = z.object({
  id: z.string().regex(/^[a-z][a-z0-9-]{1,59}$/, 'lower case letters, digits and hyphens'),
  title: z.string().trim().min(1).max(120),
  /** `{student}`, `{instructor}`, `{airplane}`, `{date}`, `{ends}` and `{limits}` are filled in; `{place}` is written by whoever signs. */
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

/**
 * In words of the program’s own: a school puts its authority’s in their place. Which paragraphs apply is the instructor’s to
 * know; all from memory.
 */
export const ENDORSEMENT_TEMPLATES: readonly EndorsementTemplate[] = [
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
    id: 'pre-solo-training',
    title: 'Pre-solo flight training',
    text: '{student} has received the pre-solo flight training in {airplane} or a similar make and model, has demonstrated satisfactory proficiency and safety in its maneuvers and procedures, and is proficient to make solo flights in {airplane}.',
    lastsDays: null,
    gate: null,
    source: '14 CFR 61.87(c)',
    fromMemory: true,
  },
  {
    id: 'solo',
    title: 'Solo flight, first 90 days',
    text: 'I have given {student} the training that is required before solo flight in {airplane}. {student} has met its requirements and is proficient to make solo flights in {airplane}. Limits: {limits}. Valid from {date} to {ends}.',
    lastsDays: 90,
    gate: 'solo-endorsement',
    source: '14 CFR 61.87(n)',
    fromMemory: true,
  },
  {
    id: 'solo-again',
    title: 'Solo flight, each further 90 days',
    text: 'I have given {student} further training in {airplane}. {student} remains proficient to make solo flights in {airplane}. Limits: {limits}. Valid from {date} to {ends}.',
    lastsDays: 90,
    gate: 'solo-endorsement',
    source: '14 CFR 61.87(p)',
    fromMemory: true,
  },
  {
    id: 'solo-night',
    title: 'Solo flight at night',
    text: 'I have given {student} training at night in {airplane} at {place}, the airport of the solo flights. {student} is proficient to make solo flights at night in {airplane}. Limits: {limits}. Valid from {date} to {ends}.',
    lastsDays: 90,
    gate: null,
    source: '14 CFR 61.87(o)',
    fromMemory: true,
  },
  {
    id: 'solo-other-airport',
    title: 'Solo takeoffs and landings at another airport within 25 nm',
    text: 'I have flown with {student} to {place} and back in {airplane}, with takeoffs and landings there. {student} is proficient to make these flights solo in {airplane}. Limits: {limits}.',
    lastsDays: null,
    gate: null,
    source: '14 CFR 61.93(b)(1)',
    fromMemory: true,
  },
  {
    id: 'solo-cross-country',
    title: 'Solo cross-country training',
    text: '{student} has received the cross-country training that is required before solo flight away from the airport, and is proficient to make solo cross-country flights in {airplane}.',
    lastsDays: null,
    gate: null,
    source: '14 CFR 61.93(c)(1)',
    fromMemory: true,
  },
  {
    id: 'solo-cross-country-flight',
    title: 'One solo cross-country flight',
    text: 'I have reviewed the planning of {student} for the solo flight {place} on {date} in {airplane}. The planning and preparation are correct, and the flight can be made safely in the known conditions, within these limits: {limits}.',
    lastsDays: null,
    gate: null,
    source: '14 CFR 61.93(c)(2)',
    fromMemory: true,
  },
  {
    id: 'solo-class-b',
    title: 'Solo flight in Class B airspace',
    text: 'I have given {student} ground and flight training in the Class B airspace of {place}. {student} is proficient to make solo flights in it. Limits: {limits}. Valid from {date} to {ends}.',
    lastsDays: 90,
    gate: null,
    source: '14 CFR 61.95(a)',
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

/**
 * The last day on which an endorsement of some days holds. @param trained the last day on which its signer flew with the
 * student: the days are counted from it, since the training has to lie within them; null where no record says so.
 */
export const endorsementEnds = (lastsDays: number, from: string, trained: string | null): string =>
  dayAfter(trained !== null && trained < from ? trained : from, lastsDays);

/** What is not known stays in braces, so that nobody signs over it unseen. */
export const fillTemplate = (text: string, values: Readonly<Record<string, string | null>>): string =>
  text.replace(/\{(\w+)\}/g, (whole, name: string) => values[name] ?? whole);

export const unfilled = (text: string): string[] => [...text.matchAll(/\{\w+\}/g)].map(([whole]) => whole);
