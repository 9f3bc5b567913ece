/** An error, as it crosses the wire (RFC 9457). */
import { z } from 'zod';

const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  /** Names the request in the server’s log. */
  requestId: z.string().optional(),
  /** What was wrong, field by field. */
  errors: z.array(z.object({ field: z.string(), message: z.string() })).optional(),
});
export type ProblemBody = z.infer<typeof problemSchema>;
