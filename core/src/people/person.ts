/** What a person is called, reached by, and is at a school. */
import { z } from 'zod';

export const roleSchema = z.enum(['student', 'instructor', 'chief']);
export type Role = z.infer<typeof roleSchema>;

export const nameSchema = z.string().trim().min(1, 'write a name').max(120);

export const emailSchema = z.string().trim().toLowerCase().pipe(z.email('this is no email address').max(200));
