/** Recordings, as they cross the wire. */

import { z } from 'zod';
import { statementSchema } from '../debrief/statements.ts';
import { maneuverIdSchema } from '../maneuvers/ids.ts';
import { HABITS, USUAL_MANEUVER } from '../maneuvers/registry.ts';
import { wordedScoreSchema } from '../words/worded-score.ts';

/** The answer to an upload; `duplicate`: this student's same file was there already. */
export const createdSchema = z.object({ id: z.uuid(), duplicate: z.boolean() });
export type Created = z.infer<typeof createdSchema>;

const attemptKeelSchema = z.array(z.object({ parameter: z.string(), used: z.array(z.number().nullable()) }));

export const recordingSchema = z.object({
  id: z.uuid(),
  status: z.enum(['analysing', 'analysed', 'refused']),
  /** While it is being analysed: how far, 0 to 1. */
  progress: z.number(),
  /** A score is being worked out, whether or not there is one from before. */
  scoring: z.boolean(),
  refusal: z.string().nullable(),
  fileName: z.string(),
  sha256: z.string(),
  size: z.number(),
  flownAt: z.string(),
  flownIn: z.enum(['airplane', 'trainer']),
  /** The school that it came from with an archive; null for the school’s own. */
  origin: z.string().nullable(),
  lessonId: z.uuid().nullable(),
  lessonTitle: z.string().nullable(),
  /** What the lesson was about, and the findings that its brief had parked. */
  focus: z.string(),
  parked: z.array(z.string()),
  /** Null for a flight that matches no lesson, until it is given to someone; `student` then says so. */
  studentId: z.string().nullable(),
  student: z.object({ id: z.uuid(), name: z.string() }),
  airplane: z.object({
    id: z.string(),
    name: z.string(),
    registration: z.string().optional(),
    speedUnit: z.string(),
  }),
  standard: z.object({ id: z.string(), shortName: z.string(), version: z.number() }),
  score: wordedScoreSchema.nullable(),
  scoredAt: z.string().nullable(),
  /** Whether the school shows the first of a kind: what an attempt counts as until somebody says. */
  demonstrationFirst: z.boolean(),
  /** A newer core than the score's is at hand: a re-score is offered. */
  outdated: z.boolean(),
  profile: z.array(z.tuple([z.number(), z.number()])),
  keels: z.array(attemptKeelSchema),
  statements: z.array(statementSchema),
});
export type RecordingView = z.infer<typeof recordingSchema>;

/** A maneuver of the lesson's cards, flown by the synthetic pilot; turns go both ways. */
export const demonstrationSchema = z.object({
  maneuver: maneuverIdSchema.default(USUAL_MANEUVER),
  /** A finding's id, as the habit that leads to it. */
  habit: z.enum(['none', ...HABITS]).default('none'),
  habitIn: z.enum(['first', 'second', 'both']).default('first'),
  seed: z.number().int().min(1).max(99_999).default(1),
});
export type DemonstrationRequest = z.input<typeof demonstrationSchema>;

/** Who had the controls of a trainer flight, and from when to when. */
export const heldSchema = z.object({ startS: z.number(), endS: z.number() });
/** A flight in the trainer: its recording as text, and when the synthetic instructor had the controls. */
export const trainerFlightSchema = z.object({
  csv: z.string().min(1).max(60_000_000),
  /** What was practised, for the name of the file. */
  maneuver: z.union([maneuverIdSchema, z.literal('pattern')]),
  instructorFlew: z.array(heldSchema).max(500).default([]),
});

/** A recording that was deleted, while it can be restored. */
export const deletedRecordingSchema = z.object({
  id: z.uuid(),
  fileName: z.string(),
  student: z.string().nullable(),
  flownAt: z.string(),
  deletedAt: z.string(),
});
