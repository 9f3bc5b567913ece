/** One figure of an airplane's own, as it stands beside the book's. */
import { z } from 'zod';

export const ownFigureSchema = z.object({
  kind: z.enum(['level-rpm', 'stall-speed', 'turn-rpm', 'stall-loss']),
  /** For a person: at which speed, with which flaps. */
  label: z.string(),
  unit: z.string(),
  /** Airspeed of a level figure. */
  kias: z.number().optional(),
  /** Flap stage of a stall's figures. */
  stage: z.number().int().optional(),
  value: z.number(),
  /** Half the width of the interval that holds the true mean 95 times of 100. */
  uncertainty: z.number(),
  /** Observations behind it, and flights that they came from. */
  count: z.number().int(),
  flights: z.number().int(),
  book: z.number().nullable(),
});
export type OwnFigure = z.infer<typeof ownFigureSchema>;
