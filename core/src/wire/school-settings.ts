/** What a school has settled for itself, and who changed what; as they cross the wire. */
import { z } from 'zod';
import { lessonTemplateSchema } from '../brief/templates.ts';
import { GRADES } from '../debrief/statements.ts';
import { fieldRulesSchema } from '../field/field-rules.ts';
import { soloMinimaSchema } from '../path/gates/minima.ts';
import { zoneSchema } from '../units/zone.ts';
import { fieldSchemas, groundNotBelowField, positionSchema } from './field-position.ts';

const gradeName = z.string().trim().min(1, 'a grade has a name').max(30, 'at most 30 letters');

export const schoolSettingsSchema = z
  .object({
    name: z.string().trim().min(1, 'write a name').max(120),
    zone: zoneSchema,
    ...fieldSchemas,
    position: positionSchema.nullable(),
    /** Whether the first attempt of a kind in a recording is taken for a demonstration. */
    demonstrationFirst: z.boolean(),
    /** Whether instructors and chiefs must sign in with a second step. */
    secondStepForStaff: z.boolean(),
    /** The unit of speeds where an airplane’s own file says nothing else; left out, it stays as it is. */
    speedUnit: z.enum(['kt', 'mph']).optional(),
    /** The unit that the pressure at sea level is read and set in; left out, it stays as it is. */
    pressureUnit: z.enum(['hPa', 'inHg']).optional(),
    /** What is judged by until somebody says otherwise; left out, it stays as it is. */
    firstStandardId: z.string().max(80).optional(),
    /** What the four grades are called here, from the first to the last; null calls them as the program does. */
    gradeNames: z.array(gradeName).length(GRADES.length).nullable().optional(),
    /** Words of one tap in the right seat, beside those that come with it. */
    seatMarks: z
      .array(z.string().trim().min(1, 'a mark has a word').max(24, 'at most 24 letters'))
      .max(12, 'at most 12 words')
      .optional(),
    /** What no instructor’s limits for a solo go beyond; null where the school asks nothing. */
    soloMinima: soloMinimaSchema.nullable().optional(),
    /** Pattern, gate and turning back at the field; null takes the usual figures. */
    fieldRules: fieldRulesSchema.nullable().optional(),
    /** Lessons put together here, to begin with; beside those that come with the program. */
    lessonTemplates: z.array(lessonTemplateSchema).max(60, 'at most 60 lessons').optional(),
    /** So many years after the last flight of who has left, their flights are to go; null keeps them. */
    retentionYears: z.number('write how many years').int().min(1).max(50).nullable().optional(),
  })
  .refine(...groundNotBelowField);
export type SchoolSettings = z.infer<typeof schoolSettingsSchema>;

export const versionedSettingsSchema = z.object({
  version: z.number().int(),
  settings: schoolSettingsSchema,
});

/** Who has left, and until when their flights are kept; null where the school has settled no time. */
export const departedSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  lastFlownAt: z.string(),
  until: z.string().nullable(),
  flights: z.number(),
  /** Of them, named by a signed entry: those stay. */
  signed: z.number(),
});
export type Departed = z.infer<typeof departedSchema>;

/** A line of the trail. */
const trailRowSchema = z.object({
  id: z.string(),
  at: z.string(),
  /** The name as it is today; the trail itself holds ids alone. */
  by: z.string().nullable(),
  what: z.string(),
  /** Whom or what it was done to, as far as it has a name. */
  of: z.string().nullable(),
  detail: z.record(z.string(), z.unknown()),
});
export const trailSchema = z.object({ items: z.array(trailRowSchema), next: z.string().nullable() });
export type Trail = z.infer<typeof trailSchema>;
