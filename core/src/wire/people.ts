/** People, as they cross the wire. */

import { z } from 'zod';
import { fieldRulesSchema } from '../field/field-rules.ts';
import { ownSettingsSchema } from '../people/own-settings.ts';
import { roleSchema } from '../people/person.ts';
import { zoneSchema } from '../units/zone.ts';
import { positionSchema } from './field-position.ts';

export { type Role, roleSchema } from '../people/person.ts';

export const meSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  email: z.string().nullable(),
  role: roleSchema,
  school: z.string(),
  /** The school's time zone: its days and clock times are shown in it. */
  zone: zoneSchema,
  /** Elevation of the school's field, ft. */
  fieldFt: z.number(),
  /** Highest ground of its training area, ft. */
  areaGroundFt: z.number(),
  /** Where that field is; left out where the school has not said. */
  position: positionSchema.optional(),
  /** Its runways by name, and what it settled of its pattern. */
  runways: z.array(z.string()),
  fieldRules: fieldRulesSchema,
  /** The unit that its people read the pressure at sea level in. */
  pressureUnit: z.enum(['hPa', 'inHg']),
  /** What a new lesson is judged by; left out where the school has not said. */
  firstStandardId: z.string().optional(),
  /** Whether signing in asks for a code as well. */
  secondStep: z.boolean(),
  settings: ownSettingsSchema,
});
export type Me = z.infer<typeof meSchema>;

export const signInSchema = z.object({
  email: z.string().min(1, 'write your email').max(200),
  password: z.string().min(1, 'write your password').max(200),
  /** The second step, where there is one. */
  code: z.string().trim().max(20).optional(),
});

/** Without an address: who came with an archive, and who is invited and has not come yet. */
export const studentSchema = z.object({ id: z.uuid(), name: z.string(), email: z.string().nullable() });
export type Student = z.infer<typeof studentSchema>;

/** A student in a list, with how much they have flown and when last. */
export const listedStudentSchema = studentSchema.extend({
  recordings: z.number().int(),
  lastFlownAt: z.string().nullable(),
});

export const personSchema = studentSchema.extend({
  role: roleSchema,
  /** Names of the instructors of a student, or the students of an instructor. */
  with: z.array(z.string()),
  /** Of a student: who teaches them, and until when for who stands in. */
  taughtBy: z.array(z.object({ id: z.uuid(), until: z.string().nullable() })),
  /** The school with whose archive they came: then they have no address, and sign in nowhere here. */
  origin: z.string().nullable().default(null),
});
export type Person = z.infer<typeof personSchema>;

/** An account that is closed and still bears its name. */
export const closedAccountSchema = studentSchema.extend({ role: roleSchema, closedAt: z.string() });
export type ClosedAccount = z.infer<typeof closedAccountSchema>;

/** How many flights go, and how many stay because a signed entry names them. */
export const goneFlightsSchema = z.object({ deleted: z.number(), stay: z.number() });

/** Where someone is signed in. */
export const sessionsSchema = z.array(
  z.object({
    id: z.uuid(),
    /** Browser and system, in words. */
    device: z.string(),
    since: z.string(),
    seenAt: z.string(),
    /** The one that asks. */
    thisOne: z.boolean(),
  }),
);
export type Sessions = z.infer<typeof sessionsSchema>;

/** Four to eight digits, typed on a tablet's pad. */
export const shortCodeSchema = z.string().regex(/^\d{4,8}$/, 'four to eight digits');
/** Who shares a device, and by which of its sessions. */
export const sharedDeviceSchema = z.object({
  people: z.array(z.object({ session: z.uuid(), name: z.string(), thisOne: z.boolean() })),
});
export const changeOfUserSchema = z.object({ session: z.uuid(), code: shortCodeSchema });
