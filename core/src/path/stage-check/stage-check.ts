/**
 * A stage check: the oral part first, then the flight, marked by a checker who does not teach the student. What the checker marked is
 * the result; what the program says of the flight is an annex.
 */
import { z } from 'zod';
import { stagePlanSchema } from './plan.ts';

export const MARKS = ['satisfactory', 'unsatisfactory'] as const;
const markSchema = z.enum(MARKS);
export type Mark = z.infer<typeof markSchema>;

/** What the checker says of a question or a task; a task may be flown again before it is marked. */
export const stageMarkSchema = z.object({
  mark: markSchema,
  words: z.string().trim().max(500).default(''),
  tries: z.number().int().min(1).max(9).default(1),
});

export const stageMarksSchema = z.object({
  questions: z.record(z.string(), stageMarkSchema),
  tasks: z.record(z.string(), stageMarkSchema),
});
export type StageMarks = z.infer<typeof stageMarksSchema>;
export const NO_MARKS: StageMarks = { questions: {}, tasks: {} };

const STAGE_STATES = [
  'oral',
  'flight',
  'to-close',
  'passed',
  'failed',
  'failed-oral',
  'discontinued',
] as const;
export type StageState = (typeof STAGE_STATES)[number];

interface Judged {
  plan: z.infer<typeof stagePlanSchema>;
  marks: StageMarks;
  /** Broken off, and why: no failure. */
  discontinued: string | null;
  closed: boolean;
}

/** A mark, or none yet. */
type Given = Mark | undefined;

/** Where it stands: the flight waits for the oral part, and nothing is passed before it is closed. */
export function stageStateOf({ plan, marks, discontinued, closed }: Judged): StageState {
  const questions: Given[] = plan.questions.map(({ id }) => marks.questions[id]?.mark);
  const tasks: Given[] = plan.tasks.map(({ id }) => marks.tasks[id]?.mark);
  const wrong = (all: readonly Given[]) => all.includes('unsatisfactory');
  if (discontinued !== null) return 'discontinued';
  if (closed) return wrong(questions) ? 'failed-oral' : wrong(tasks) ? 'failed' : 'passed';
  if (questions.includes(undefined)) return 'oral';
  if (wrong(questions)) return 'to-close';
  return tasks.includes(undefined) && !wrong(tasks) ? 'flight' : 'to-close';
}

/** Whether what is marked so far lets the flight begin. */
export const oralPassed = ({ plan, marks }: Pick<Judged, 'plan' | 'marks'>): boolean =>
  plan.questions.every(({ id }) => marks.questions[id]?.mark === 'satisfactory');

/** Skills to be shown again: what was failed, and after a flight that was broken off whatever was not passed. */
export const skillsToRetest = ({ plan, marks }: Pick<Judged, 'plan' | 'marks'>): string[] =>
  plan.tasks.filter(({ id }) => marks.tasks[id]?.mark !== 'satisfactory').map(({ skill }) => skill);

const who = z.object({ id: z.string(), name: z.string() });

export const retrainingSchema = z.object({
  id: z.uuid(),
  skills: z.array(z.string()).min(1),
  minutes: z.number().int().min(1).max(600),
  words: z.string().trim().min(1).max(500),
});
export type Retraining = z.infer<typeof retrainingSchema>;

export const stageCheckSchema = z.object({
  id: z.string(),
  student: who,
  checker: who,
  designatedBy: who,
  /** The chief has allowed that the student's own instructor checks: it stands on the record. */
  byOwnInstructor: z.boolean(),
  lessonId: z.string(),
  plannedAt: z.string(),
  recordingId: z.string().nullable(),
  /** The check that it shows again. */
  retestOf: z.string().nullable(),
  /** Without what its answers look for, to the student. */
  plan: stagePlanSchema,
  marks: stageMarksSchema,
  state: z.enum(STAGE_STATES),
  discontinued: z.string().nullable(),
  closedAt: z.string().nullable(),
  retraining: z.array(retrainingSchema.extend({ byName: z.string(), at: z.string() })),
});
export type StageCheck = z.infer<typeof stageCheckSchema>;

export const newStageCheckSchema = z.object({
  id: z.uuid(),
  checkerId: z.uuid(),
  plannedAt: z.iso.datetime({ offset: true }),
  /** The student's own instructor may check only where the chief says so. */
  allowOwnInstructor: z.boolean().default(false),
  retestOf: z.uuid().nullable().default(null),
  /** Skills in the order in which they are to be shown, put together by hand; null where the plan is drawn. */
  byHand: z.array(z.string().max(60)).min(1, 'This is needed').max(40).nullable().default(null),
});
