/** A history of attempts as a file, and what it says of each skill: the `standing` command’s whole work. */

import { z } from 'zod';
import type { Coded } from '../coded.ts';
import { gradeSchema, helpSchema } from '../debrief/statements.ts';
import { InputError } from '../errors.ts';
import { attemptVerdictSchema, judgeSchema } from '../scoring/schema.ts';
import { type Forecast, feedsForecast, forecastOf } from './forecast.ts';
import type { FlownAttempt } from './standing/evidence.ts';
import type { Chance } from './standing/model.ts';
import { recordOf, type StandingOnDay, standingOn } from './standing/standing.ts';
import { rulesOf, type SyllabusSkill, syllabusSchema } from './syllabus/schema.ts';
import { DEFAULT_SYLLABUS, findSyllabus } from './syllabus/syllabuses.ts';

const instant = z
  .string()
  .refine((text) => /^\d{4}-\d\d-\d\d/.test(text) && Number.isFinite(Date.parse(text)), {
    message: 'an instant as ISO 8601 writes it was expected, such as 2026-03-14T10:30:00Z',
  });

export const historySchema = z.object({
  judge: judgeSchema.default('examiner'),
  /** One that comes with the program, by its id, or a whole one. */
  syllabus: z.union([z.string(), syllabusSchema]).optional(),
  attempts: z.array(
    z.object({
      skill: z.string().min(1),
      at: instant,
      flownIn: z.enum(['airplane', 'trainer']),
      help: z.union([helpSchema, z.literal('unknown')]),
      variant: z.string().nullish(),
      depth: z.enum(['first-indication', 'full']).optional(),
      verdict: attemptVerdictSchema,
      toleranceUsed: z.number().min(0).nullable(),
      grade: gradeSchema.nullish(),
      critical: z.boolean().optional(),
    }),
  ),
  /** An instructor’s written word that a critical event of a skill is behind the student. */
  cleared: z.array(z.object({ skill: z.string(), at: instant })).default([]),
});
type History = z.infer<typeof historySchema>;

interface SkillReport {
  skill: string;
  standing: StandingOnDay['standing'];
  chance: Chance | null;
  trend: StandingOnDay['trend'];
  days: number;
  counted: number;
  why: Coded[];
}

/** The day as its own clock shows it. */
const dayOf = (at: string): string => at.slice(0, 10);

/** @throws InputError for a syllabus that there is not, and for a skill that it does not have. */
export function readHistory(
  history: History,
  on: string,
): { on: string; skills: SkillReport[]; forecast: Forecast } {
  const { syllabus: chosen, attempts, cleared } = history;
  const syllabus = chosen === undefined ? null : typeof chosen === 'string' ? findSyllabus(chosen) : chosen;
  if (syllabus === undefined) throw new InputError('path/syllabus', { id: String(chosen) });
  const skills = syllabus ? syllabus.skills : skillsFlown(attempts.map(({ skill }) => skill));
  const stray = attempts.findIndex(({ skill }) => !skills.some(({ id }) => id === skill));
  if (stray >= 0)
    throw new InputError('path/skill', {
      index: stray,
      skill: attempts[stray].skill,
      syllabus: String(syllabus?.id),
    });
  const day = dayOf(on);
  // A bare day means all of it.
  const until = /T/.test(on) ? Date.parse(on) : Date.parse(`${day}T23:59:59.999Z`);
  const flown = attempts
    .filter(({ at }) => (/T/.test(on) ? Date.parse(at) <= until : dayOf(at) <= day))
    .map(({ skill, ...one }): FlownAttempt & { skill: string } => ({ ...one, skill, day: dayOf(one.at) }))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const rules = syllabus ?? DEFAULT_SYLLABUS;
  const records = skills.map((skill) => ({
    skill,
    rules: rulesOf(rules, skill),
    record: recordOf({
      evidence: flown.filter((one) => one.skill === skill.id),
      asked: {
        rules: rulesOf(rules, skill),
        asks: skill.asks,
        byHand: skill.maneuver === null && syllabus !== null,
      },
      staleAfterDays: skill.staleAfterDays,
      cleared: cleared.filter((one) => one.skill === skill.id).map(({ at }) => at),
    }),
  }));
  return {
    on,
    skills: records.map(({ skill, record }) => {
      const { standing, chance, trend, days, counted, why } = standingOn(record, day, skill.staleAfterDays);
      return { skill: skill.id, standing, chance, trend, days, counted, why };
    }),
    forecast: forecastOf(
      records.filter(({ skill }) => !syllabus || feedsForecast(skill)),
      flown,
      day,
    ),
  };
}

/** Without a syllabus every skill that was flown; what the first syllabus knows of it holds. */
function skillsFlown(ids: readonly string[]): SyllabusSkill[] {
  return [...new Set(ids)].map(
    (id) =>
      DEFAULT_SYLLABUS.skills.find((skill) => skill.id === id) ?? {
        id,
        title: id,
        maneuver: null,
        asks: [],
        staleAfterDays: 30,
        after: [],
        gates: [],
        ready: {},
      },
  );
}
