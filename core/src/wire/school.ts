/** A school of one's own: its set-up, its invitations, and the links that carry them; as they cross the wire. */
import { z } from 'zod';
import { emailSchema, nameSchema, roleSchema } from '../people/person.ts';
import { standards } from '../standards/standards.ts';
import { instantSchema } from '../units/instant-schema.ts';
import { zoneSchema } from '../units/zone.ts';
import { fieldSchemas, groundNotBelowField, positionSchema } from './field-position.ts';

/** Length before anything else: a few words that nobody else would put together. */
export const PASSWORD_LENGTH = 10;

export const passwordSchema = z
  .string()
  .min(PASSWORD_LENGTH, `a password has at least ${PASSWORD_LENGTH} characters; a few words are best`)
  .max(200);

export const setupSchema = z
  .object({
    token: z.string().min(1).max(200),
    school: nameSchema,
    zone: zoneSchema,
    ...fieldSchemas,
    name: nameSchema,
    email: emailSchema,
    password: passwordSchema,
    /** Where the field lies, for sun and night; degrees, north and east positive. */
    position: positionSchema.optional(),
    runways: fieldSchemas.runways.optional(),
    /** The unit that speeds are shown in where an airplane’s own file says nothing else. */
    speedUnit: z.enum(['kt', 'mph']).optional(),
    pressureUnit: z.enum(['hPa', 'inHg']).optional(),
    /** What a lesson and a flight of nobody’s are judged by until somebody says otherwise. */
    firstStandardId: z
      .string()
      .refine((id) => standards.some((one) => one.id === id), 'there is no such standard')
      .optional(),
  })
  .refine(...groundNotBelowField);
export type Setup = z.input<typeof setupSchema>;

export const invitationInputSchema = z.object({
  name: nameSchema,
  email: emailSchema,
  role: roleSchema,
  /** Ids of the students whom an instructor is to teach. */
  teaches: z.array(z.uuid()).max(500).default([]),
  /** Ids of the instructors by whom a student is to be taught. */
  taughtBy: z.array(z.uuid()).max(50).default([]),
});
/** Many at once: all of them, or none. */
export const invitationsInputSchema = z.array(invitationInputSchema).min(1).max(500);

/** Who teaches a student from now on; `until` for who stands in. */
export const teachingInputSchema = z.object({
  taughtBy: z.array(z.object({ id: z.uuid(), until: instantSchema.nullable().default(null) })).max(50),
});

/** A link to be passed on; it is shown once. */
export const linkSchema = z.object({ id: z.uuid(), url: z.string(), expiresAt: z.string() });
export type MadeLink = z.infer<typeof linkSchema>;

/** An invitation that nobody has taken up yet. */
export const openInvitationSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  email: z.string(),
  role: roleSchema,
  by: z.string(),
  expiresAt: z.string(),
});
export type OpenInvitation = z.infer<typeof openInvitationSchema>;

/** What a link says of itself to whoever opens it. */
export const linkViewSchema = z.object({
  kind: z.enum(['invitation', 'reset']),
  school: z.string(),
  name: z.string(),
  email: z.string(),
  role: roleSchema,
});
export type LinkView = z.infer<typeof linkViewSchema>;
