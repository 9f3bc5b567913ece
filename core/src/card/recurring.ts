/** A student's own faults as they are kept from flight to flight, and how often each came. */
import { z } from 'zod';
import { findingSchema } from '../scoring/schema.ts';

/** A finding as it is kept: what its words need, and whether it fails by itself. */
export const keptFindingSchema = z.object({
  ...findingSchema.pick({ id: true, size: true, params: true, asWritten: true }).shape,
  severity: z.string(),
});

/** The latest of its kind, with how often it was. */
export const recurringSchema = keptFindingSchema.extend({
  /** In how many of the latest attempts, and of how many. */
  count: z.number(),
  of: z.number(),
});
export type RecurringFinding = z.infer<typeof recurringSchema>;
