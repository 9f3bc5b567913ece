/** Attempts at the same maneuver from other flights, ready to be laid over one. */
import { z } from 'zod';
import { attemptScoreSchema } from '../debrief/score.ts';
import { helpSchema } from '../debrief/statements.ts';
import { keelTraceSchema } from '../debrief/trace.ts';
import { attemptVerdictSchema } from '../scoring/schema.ts';

/** The one before; the best before it; as it was shown; one earlier still; another of this airplane's, for instructors. */
const ALONGSIDE = ['last', 'best', 'demonstration', 'earlier', 'airplane'] as const;

export const alongsideSchema = z.array(
  z.object({
    relation: z.enum(ALONGSIDE),
    recordingId: z.string(),
    attempt: z.number().int(),
    flownAt: z.string(),
    flownIn: z.enum(['airplane', 'trainer']),
    help: z.union([helpSchema, z.literal('unknown')]),
    verdict: attemptVerdictSchema,
    /** Named only where it is somebody else's. */
    studentName: z.string().nullable(),
    score: attemptScoreSchema,
    trace: keelTraceSchema,
  }),
);
export type Alongside = z.infer<typeof alongsideSchema>;
export type AlongsideAttempt = Alongside[number];
