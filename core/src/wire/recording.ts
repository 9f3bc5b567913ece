/** Recordings, as they cross the wire. */
import { z } from 'zod';
import { saidSchema } from '../debrief/said.ts';
import { DEMONSTRATION_FAULTS, type DemonstrationFault } from '../flight/demonstration.ts';
import { scoreSchema } from '../scoring/schema.ts';

/** The answer to an upload; `duplicate`: this student's same file was there already. */
export const createdSchema = z.object({ id: z.uuid(), duplicate: z.boolean() });
export type Created = z.infer<typeof createdSchema>;

export const attemptKeelSchema = z.array(
  z.object({ parameter: z.string(), used: z.array(z.number().nullable()) }),
);

export const recordingSchema = z.object({
  id: z.uuid(),
  status: z.enum(['analysing', 'analysed', 'refused']),
  /** While it is being analysed: how far, 0 to 1. */
  progress: z.number(),
  refusal: z.string().nullable(),
  fileName: z.string(),
  sha256: z.string(),
  size: z.number(),
  flownAt: z.string(),
  flownIn: z.enum(['airplane', 'trainer', 'drawn']),
  lessonId: z.uuid().nullable(),
  lessonTitle: z.string().nullable(),
  student: z.object({ id: z.uuid(), name: z.string() }),
  airplane: z.object({
    id: z.string(),
    name: z.string(),
    registration: z.string().optional(),
    speedUnit: z.string(),
  }),
  standard: z.object({ id: z.string(), shortName: z.string(), version: z.number() }),
  score: scoreSchema.nullable(),
  scoredAt: z.string().nullable(),
  /** Whether the school shows the first of a kind: what an attempt counts as until somebody says. */
  demonstrationFirst: z.boolean(),
  /** A newer core than the score's is at hand: a re-score is offered. */
  outdated: z.boolean(),
  profile: z.array(z.tuple([z.number(), z.number()])),
  keels: z.array(attemptKeelSchema),
  said: z.array(saidSchema),
});
export type RecordingView = z.infer<typeof recordingSchema>;

const faultSchema = z.enum(
  Object.keys(DEMONSTRATION_FAULTS) as [DemonstrationFault, ...DemonstrationFault[]],
);

export const demonstrationSchema = z.object({
  fault: faultSchema,
  faultIn: z.enum(['first', 'second', 'both']).default('first'),
  seed: z.number().int().min(1).max(99_999).default(1),
});
export type DemonstrationRequest = z.input<typeof demonstrationSchema>;
