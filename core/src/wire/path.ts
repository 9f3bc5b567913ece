/** The way to solo, as it crosses the wire. */
import { z } from 'zod';
import { recurringSchema } from '../card/recurring.ts';
import { helpSchema } from '../debrief/statements.ts';
import { enteredAttemptSchema } from '../path/entered.ts';
import { STANDINGS } from '../path/standing/standing.ts';
import { attemptVerdictSchema } from '../scoring/schema.ts';
import { saidGateSchema } from '../words/gates.ts';

const chanceSchema = z.object({ p: z.number(), low: z.number(), high: z.number() });
const standingSchema = z.object({
  standing: z.enum(STANDINGS),
  /** Of the next unaided attempt being to standard, with its 80 % interval; null where none can be said. */
  chance: chanceSchema.nullable(),
  trend: z.enum(['better', 'steady', 'worse', 'too few']),
  days: z.number(),
  counted: z.number(),
  flown: z.number(),
  why: z.array(z.string()),
  rustyInDays: z.number().nullable(),
});

/** An attempt as a mark on the path. */
const stemSchema = z.object({
  recordingId: z.string(),
  attempt: z.number(),
  flownAt: z.string(),
  day: z.string(),
  variant: z.string().nullable(),
  help: z.union([helpSchema, z.literal('unknown')]),
  flownIn: z.enum(['airplane', 'trainer']),
  flownBy: z.enum(['student', 'instructor']),
  verdict: attemptVerdictSchema,
  /** The worst tolerance used, signed. */
  worst: z.number().nullable(),
  grade: z.number().nullable(),
  critical: z.boolean(),
});
export type Stem = z.infer<typeof stemSchema>;

const pathSkillSchema = standingSchema.extend({
  skill: z.string(),
  title: z.string(),
  /** Null for what is graded by hand. */
  maneuver: z.string().nullable(),
  gates: z.array(z.string()),
  /** The last margins, for a keel with its spread; null where nothing was measured. */
  recent: z.object({ mean: z.number(), spread: z.number() }).nullable(),
  attempts: z.array(stemSchema),
});
export type PathSkill = z.infer<typeof pathSkillSchema>;

const forecastSchema = z.union([
  z.object({
    lessons: z.object({ low: z.number(), middle: z.number(), high: z.number() }),
    pace: z.object({
      lessons: z.number(),
      everyDays: z.number(),
      skillsALesson: z.number(),
      attemptsASkill: z.number(),
    }),
    decidedBy: z.string().nullable(),
    /** The same by the calendar; null where it is too far off to be seen. */
    weeks: z
      .object({
        low: z.number(),
        high: z.number(),
        everyDays: z.number(),
        keptShare: z.number(),
        from: z.enum(['booked', 'flown']),
      })
      .nullable()
      .optional(),
  }),
  z.object({ lessons: z.null(), why: z.string() }),
]);

/** Whose figures the model goes by. */
const modelSourceSchema = z.object({
  from: z.enum(['prior', 'school']),
  attempts: z.number(),
});

export const pathSchema = z.object({
  student: z.object({ id: z.uuid(), name: z.string(), born: z.string().nullable() }),
  lessons: z.number(),
  judge: z.enum(['strict', 'examiner']),
  /** The day in the school’s zone as of which it is said. */
  on: z.string(),
  syllabus: z.object({ id: z.string(), title: z.string(), source: z.string(), fromMemory: z.boolean() }),
  model: modelSourceSchema,
  skills: z.array(pathSkillSchema),
  gates: z.array(saidGateSchema),
  forecast: forecastSchema,
  /** What the student's airplane, or the school, shows speeds in. */
  speedUnit: z.enum(['kt', 'mph']),
  /** What recurs in the latest attempts, for the next brief. */
  recurring: z.array(recurringSchema),
  /** What was flown with nothing recording, in the order flown. */
  byHand: z.array(enteredAttemptSchema),
});
export type Path = z.infer<typeof pathSchema>;

/** Students by skills: a word and a chance in each cell. */
export const matrixSchema = z.object({
  on: z.string(),
  syllabus: z.object({ id: z.string(), title: z.string() }),
  skills: z.array(z.object({ skill: z.string(), title: z.string(), gating: z.boolean() })),
  /** How many were found; no more are sent than were asked for. */
  total: z.number(),
  students: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      instructor: z.string(),
      lastFlownAt: z.string().nullable(),
      gatesOpen: z.number(),
      /** One for each skill, in order; null for what was never flown. Short, since there are thousands. */
      cells: z.array(
        z
          .tuple([
            /** The word, as its place in STANDINGS. */
            z.number().int(),
            /** The chance of the next attempt, and its 80 % interval. */
            z.tuple([z.number(), z.number(), z.number()]).nullable(),
            /** The last margins’ mean and spread. */
            z.tuple([z.number(), z.number()]).nullable(),
            /** Days until it is rusty. */
            z.number().nullable(),
          ])
          .nullable(),
      ),
    }),
  ),
});
export type Matrix = z.infer<typeof matrixSchema>;
