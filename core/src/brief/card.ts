/** A target card: everything about one maneuver in one airplane on one day. Also what `--brief` files hold. */
import { z } from 'zod';
import { standardRowSchema } from '../standards/schema.ts';

const { parameter, low, high, unit, required, source, fromMemory } = standardRowSchema.shape;
export const toleranceSchema = z.object({ parameter, low, high, unit, required, source, fromMemory });

export const targetCardSchema = z.object({
  maneuver: z.string(),
  variant: z.string(),
  title: z.string(),
  airplane: z.string(),
  weightLb: z.number(),
  standard: z.string(),
  entry: z.object({
    altitudeFt: z.number(),
    floorFt: z.number(),
    plannedLossFt: z.number(),
    cushionFt: z.number(),
    headingDeg: z.number(),
    airspeedKias: z.number().nullable(),
    airspeedWhy: z.string(),
    windowKias: z.tuple([z.number(), z.number()]).nullable(),
    windowWhy: z.tuple([z.string(), z.string()]),
  }),
  bankDeg: z.number(),
  loadFactor: z.number(),
  stallKias: z.object({ level: z.number(), inBank: z.number() }),
  vaKias: z.number(),
  air: z.object({ pressureAltitudeFt: z.number(), oatC: z.number(), densityAltitudeFt: z.number() }),
  turn: z
    .object({
      tasKt: z.number(),
      rateDegPerS: z.number(),
      radiusFt: z.number(),
      secondsFor360: z.number(),
      rollOutLeadDeg: z.number(),
      rollOutHeadingDeg: z.number(),
      rollOutHeadingsDeg: z.object({ left: z.number(), right: z.number() }),
    })
    .nullable(),
  power: z
    .object({ levelRpm: z.number(), maneuverRpm: z.number(), unit: z.string(), from: z.string() })
    .nullable(),
  flaps: z.array(z.object({ stage: z.number(), deg: z.number(), below: z.number(), atKias: z.number() })),
  steps: z.array(z.string()),
  checks: z.array(z.string()),
  watchFor: z.array(z.string()),
  cautions: z.array(z.string()),
  tolerances: z.array(toleranceSchema),
  /** Inputs that were left out, and what was taken for them. */
  assumed: z.array(z.string()),
  /** Values that could not be worked out for this airplane, and why. */
  missing: z.record(z.string(), z.string()),
});
export type TargetCard = z.infer<typeof targetCardSchema>;
