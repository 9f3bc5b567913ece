/**
 * A syllabus: the skills in the order they are taught, what makes each ready, and the gates before the first solo. It is data; a
 * school copies one and edits the copy.
 */
import { z } from 'zod';
import { CONFIGURATIONS } from '../../airplane/configuration.ts';
import { findRoom } from '../../maneuvers/registry.ts';

const idSchema = z.string().regex(/^[a-z][a-z0-9-]{1,59}$/, 'lower case letters, digits and hyphens');
const count = (least: number, most: number) => z.number().int().min(least).max(most);
const share = z.number().min(0).max(1);

/** What makes a skill ready; the figures of the trade are common practice and have no source. */
const readyRulesSchema = z.object({
  /** At least so many counted attempts, on so many days. */
  attempts: count(1, 50),
  days: count(1, 30),
  /** Of the last so many, so many to standard. */
  last: count(1, 20),
  lastPassed: count(1, 20),
  /** The first unaided try of the day good on so many of the last so many days, the last among them. */
  firstTryDays: count(1, 10),
  firstTriesPassed: count(0, 10),
  /** The chance of the next attempt, and the low end of its 80 % interval. */
  chance: share,
  chanceLow: share,
  gradeAtLeast: count(1, 4),
  /** After a critical event: clean attempts, on later days. */
  cleanAfterCritical: count(1, 20),
  cleanDaysAfterCritical: count(1, 10),
});
export type ReadyRules = z.infer<typeof readyRulesSchema>;

/** One direction, configuration or depth that a skill wants to see. */
const askSchema = z.object({
  /** As the instructor says it. */
  says: z.string().min(1).max(60),
  variants: z.array(z.string()).min(1).optional(),
  depth: z.enum(['first-indication', 'full']).optional(),
  configurations: z.array(z.enum(CONFIGURATIONS)).min(1).optional(),
  times: count(1, 10).default(2),
  days: count(1, 10).default(2),
  /** The last of them no longer ago than this. */
  withinDays: count(1, 365).default(30),
});
export type Ask = z.infer<typeof askSchema>;

const syllabusSkillSchema = z.object({
  id: idSchema,
  title: z.string().min(1).max(60),
  /** The maneuver whose attempts feed it; none where it is graded by hand. */
  maneuver: z.string().nullable(),
  /** Only these variants of it; all of them when left out. */
  variants: z.array(z.string()).min(1).optional(),
  asks: z.array(askSchema).default([]),
  /** Days after which it is rusty. */
  staleAfterDays: count(1, 365),
  /** Skills that come before it. */
  after: z.array(idSchema).default([]),
  /** Gates that it serves. */
  gates: z.array(idSchema).default([]),
  /** Harder than the rest of the syllabus asks. */
  ready: readyRulesSchema.partial().default({}),
});
export type SyllabusSkill = z.infer<typeof syllabusSkillSchema>;

/**
 * `evidence`: skills and an instructor’s word. `word`: an instructor’s word alone. `document`: something with a date.
 * `age`: the student’s own.
 */
export const GATE_CLOSES = ['evidence', 'word', 'document', 'age'] as const;
const gateSchema = z
  .object({
    id: idSchema,
    title: z.string().min(1).max(60),
    text: z.string().min(1).max(600),
    source: z.string().min(1).max(200),
    fromMemory: z.boolean(),
    closes: z.enum(GATE_CLOSES),
    /** Who may say so. */
    by: z.enum(['instructor', 'chief']).default('instructor'),
    /** How long a document holds where its own date does not say. */
    lastsDays: count(1, 3660).optional(),
    /** Whether a document must carry an end. */
    ends: z.boolean().default(false),
    years: count(10, 100).optional(),
  })
  .refine(({ closes, years }) => closes !== 'age' || years !== undefined, {
    path: ['years'],
    message: 'a gate that closes by age says how many years',
  });
export type Gate = z.infer<typeof gateSchema>;

export const syllabusSchema = z
  .object({
    id: idSchema,
    title: z.string().min(1).max(80),
    about: z.string().max(600),
    source: z.string().min(1).max(200),
    fromMemory: z.boolean(),
    ready: readyRulesSchema,
    skills: z.array(syllabusSkillSchema).min(1).max(80),
    gates: z.array(gateSchema).max(60),
  })
  .superRefine((syllabus, refuse) => {
    const wrong = (path: (string | number)[], message: string) =>
      refuse.addIssue({ code: 'custom', path, message });
    const known = unique(syllabus.skills, 'skills', wrong);
    const gates = unique(syllabus.gates, 'gates', wrong);
    for (const [i, skill] of syllabus.skills.entries()) {
      const at = (field: string, nth?: number) => ['skills', i, field, ...(nth === undefined ? [] : [nth])];
      for (const [n, id] of skill.after.entries()) {
        if (!known.has(id)) wrong(at('after', n), `${id}: there is no such skill in this syllabus`);
        else if ([...known].indexOf(id) >= i)
          wrong(at('after', n), `${id}: comes later in the syllabus itself`);
      }
      for (const [n, id] of skill.gates.entries())
        if (!gates.has(id)) wrong(at('gates', n), `${id}: there is no such gate in this syllabus`);
      if (skill.maneuver === null) continue;
      const room = findRoom(skill.maneuver);
      if (!room) {
        wrong(at('maneuver'), `${skill.maneuver}: there is no such maneuver`);
        continue;
      }
      const variants: readonly string[] = room.variants;
      for (const variant of [...(skill.variants ?? []), ...skill.asks.flatMap((ask) => ask.variants ?? [])])
        if (!variants.includes(variant))
          wrong(at('variants'), `${variant}: ${skill.maneuver} has ${variants.join(', ')}`);
    }
    for (const [i, gate] of syllabus.gates.entries())
      if (gate.closes === 'evidence' && !syllabus.skills.some((skill) => skill.gates.includes(gate.id)))
        wrong(['gates', i, 'closes'], `${gate.id}: closes by evidence, and no skill serves it`);
  });
export type Syllabus = z.infer<typeof syllabusSchema>;

function unique(
  list: readonly { id: string }[],
  name: string,
  wrong: (path: (string | number)[], message: string) => void,
): Set<string> {
  const ids = new Set<string>();
  for (const [i, { id }] of list.entries()) {
    if (ids.has(id)) wrong([name, i, 'id'], `${id}: stands here twice`);
    ids.add(id);
  }
  return ids;
}

/** What makes a skill ready, with what it asks more than the others. */
export const rulesOf = (syllabus: Syllabus, skill: SyllabusSkill): ReadyRules => ({
  ...syllabus.ready,
  ...skill.ready,
});
