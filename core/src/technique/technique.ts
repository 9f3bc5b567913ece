/**
 * Choices of technique: where schools teach the same maneuver differently. A school holds a set, a lesson may put
 * some of them differently. Each changes a card's words and numbers; none of them moves a limit.
 */
import { z } from 'zod';

const DEFAULT_CHECKS = [
  'Altitude above the floor, and room below cloud and airspace',
  'Position, and a field to glide to',
  'Engine: mixture rich, pump on, propeller forward and carburettor heat as fitted; temperatures and pressures',
  'Fuel: enough, on the right tank',
  'Belts tight, nothing loose in the cabin',
  'Lights on; call on the practice frequency: place, height, what you will do',
];

export const techniqueSchema = z.strictObject({
  /** Before each maneuver, in the school's own words and order; clearing the area follows by itself. */
  checks: z
    .array(z.string().trim().min(1, 'a check has words').max(120, 'a check is at most 120 letters long'))
    .min(1, 'a school has at least one check')
    .max(12, 'a school has at most 12 checks')
    .default(DEFAULT_CHECKS),
  clearingMethod: z.enum(['two-90', 'one-180', 'one-360']).default('two-90'),
  clearingFirst: z.enum(['left', 'right']).default('left'),
  clearingWhen: z.enum(['before-each', 'once']).default('before-each'),
  steepTrim: z.enum(['none', 'nose-up', 'both']).default('none'),
  steepAltitudeBy: z.enum(['bank', 'back-pressure']).default('bank'),
  steepPower: z.enum(['add', 'leave']).default('add'),
  steepReversal: z.enum(['at-once', 'paused']).default('at-once'),
  steepCircles: z.union([z.literal(1), z.literal(2)]).default(1),
  entrySpeed: z.enum(['makers', 'below-va', 'middle']).default('makers'),
  slowSpeed: z.enum(['above-warning', 'above-stall', 'warning-sounding']).default('above-warning'),
  slowFlaps: z.enum(['stages', 'all-at-once']).default('stages'),
  slowBankDeg: z.union([z.literal(10), z.literal(15), z.literal(20)]).default(15),
  stallDepth: z.enum(['first-indication', 'full']).default('full'),
  powerOnPct: z.union([z.literal(65), z.literal(75), z.literal(100)]).default(75),
  stallRecovery: z.enum(['release-then-power', 'together']).default('release-then-power'),
  recoveryTrim: z.enum(['during', 'after']).default('after'),
  flapRetraction: z.enum(['by-speed', 'by-climb']).default('by-speed'),
  changeOrder: z.enum(['pitch-power-trim', 'power-pitch-trim']).default('pitch-power-trim'),
  judge: z.enum(['strict', 'examiner']).default('examiner'),
  /**
   * What the examiner forgives: back inside within so many seconds, fewer than so many in a minute, none beyond so many
   * times its tolerance (or 3 kt, 30 ft, 3° past its edge).
   */
  judgePromptS: z.number().min(1).max(30).default(5),
  judgeTooMany: z.number().int().min(1).max(20).default(3),
  judgeLimit: z.number().min(1).max(5).default(1.3),
  speedUnit: z.enum(['airplane', 'kt', 'mph']).default('airplane'),
  powerUnit: z.enum(['airplane', '%']).default('airplane'),
  demonstrations: z.number().int().min(0).max(3).default(1),
  studentAttempts: z.number().int().min(1).max(6).default(2),
});
export type Technique = z.infer<typeof techniqueSchema>;
export type TechniqueKey = keyof Technique;

export const DEFAULT_TECHNIQUE: Technique = techniqueSchema.parse({});

/** Some of the choices: what a lesson puts differently. An unknown name is refused. */
export const techniqueOverridesSchema = z.strictObject(
  Object.fromEntries(
    Object.entries(techniqueSchema.shape).map(([key, schema]) => [key, schema.unwrap().optional()]),
  ) as { [K in TechniqueKey]: z.ZodOptional<ReturnType<(typeof techniqueSchema.shape)[K]['unwrap']>> },
);
export type TechniqueOverrides = z.infer<typeof techniqueOverridesSchema>;

export const withOverrides = (school: Technique, overrides: TechniqueOverrides = {}): Technique => ({
  ...school,
  ...(Object.fromEntries(
    Object.entries(overrides).filter(([, value]) => value !== undefined),
  ) as Partial<Technique>),
});
