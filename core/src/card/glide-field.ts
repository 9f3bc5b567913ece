/** The field that a glide is flown to: chosen in the brief, looked at afterwards. */
import { z } from 'zod';
import { placeSchema } from '../units/distance.ts';

export const glideFieldSchema = placeSchema.extend({
  elevationFt: z.number().min(-1500).max(15_000),
});
/** Degrees north and east, ft above sea level. */
export type GlideField = z.infer<typeof glideFieldSchema>;
