/** The week, as it crosses the wire. */
import { z } from 'zod';
import { isoDay } from '../path/gates/gates.ts';
import { usualHoursSchema } from '../path/week/usual-hours.ts';
import { instantSchema } from '../units/instant-schema.ts';

export const BOOKING_KINDS = ['lesson', 'solo', 'maintenance', 'away'] as const;
export const CANCEL_REASONS = ['weather', 'health', 'airplane', 'other'] as const;

/** The type of a refusal that a word of those concerned lifts. */
export const OUTSIDE_HOURS = 'outside-usual-hours';

const span = { from: instantSchema, until: instantSchema };
const MOST_HOURS = 24 * 60;

/** @throws ZodError for what ends before it begins, and for what takes nobody and nothing. */
export const bookingInputSchema = z
  .object({
    id: z.uuid(),
    kind: z.enum(BOOKING_KINDS),
    ...span,
    studentId: z.uuid().nullable().default(null),
    instructorId: z.uuid().nullable().default(null),
    airplaneId: z.string().nullable().default(null),
    lessonId: z.uuid().nullable().default(null),
    /** They agreed, though it lies outside the hours in which somebody usually has time. */
    agreed: z.boolean().default(false),
    words: z.string().trim().max(300).default(''),
  })
  .superRefine(({ kind, from, until, studentId, instructorId, airplaneId }, refuse) => {
    const wrong = (field: string, message: string) =>
      refuse.addIssue({ code: 'custom', path: [field], message });
    const hours = (Date.parse(until) - Date.parse(from)) / 3_600_000;
    if (hours <= 0) wrong('until', 'it ends before it begins');
    if (hours > MOST_HOURS) wrong('until', 'longer than sixty days: enter it in parts');
    if ((kind === 'lesson' || kind === 'solo') && (!studentId || !airplaneId))
      wrong('studentId', 'say the student and the airplane');
    if (kind === 'lesson' && !instructorId) wrong('instructorId', 'say the instructor');
    if (kind === 'solo' && instructorId) wrong('instructorId', 'a solo has no instructor on board');
    if (kind === 'maintenance' && !airplaneId) wrong('airplaneId', 'say the airplane');
    if (kind === 'away' && !studentId && !instructorId) wrong('instructorId', 'say who is away');
  });
export type BookingInput = z.infer<typeof bookingInputSchema>;

/** Where a booking is moved to. */
export const bookingMoveSchema = z
  .object({
    version: z.number().int(),
    ...span,
    airplaneId: z.string().nullable().optional(),
    instructorId: z.uuid().nullable().optional(),
    agreed: z.boolean().default(false),
  })
  .refine(({ from, until }) => Date.parse(from) < Date.parse(until), {
    path: ['until'],
    message: 'it ends before it begins',
  });
export const bookingCancelSchema = z.object({
  why: z.enum(CANCEL_REASONS),
  words: z.string().trim().max(300).default(''),
});

/** To a student, another’s booking is a time that is taken: everything else of it is null. */
const bookingSchema = z.object({
  id: z.string(),
  kind: z.enum(BOOKING_KINDS),
  ...span,
  student: z.object({ id: z.string(), name: z.string() }).nullable(),
  instructor: z.object({ id: z.string(), name: z.string() }).nullable(),
  airplane: z.object({ id: z.string(), name: z.string() }).nullable(),
  lessonId: z.string().nullable(),
  words: z.string(),
  version: z.number(),
  mine: z.boolean(),
});
export type Booking = z.infer<typeof bookingSchema>;

export const weekSchema = z.object({
  /** The first day, a Monday. */
  monday: isoDay,
  zone: z.string(),
  days: z.array(
    z.object({
      day: isoDay,
      /** Null where the field’s place is not known, or the sun does not set. */
      daylight: z
        .object({ sunrise: z.string(), sunset: z.string(), dawn: z.string(), dusk: z.string() })
        .nullable(),
    }),
  ),
  bookings: z.array(bookingSchema),
  /** Lessons of these days that nothing is booked for. */
  unbooked: z
    .array(
      z.object({
        id: z.string(),
        title: z.string(),
        at: z.string(),
        student: z.object({ id: z.string(), name: z.string() }),
      }),
    )
    .default([]),
  instructors: z.array(z.object({ id: z.string(), name: z.string() })),
  airplanes: z.array(z.object({ id: z.string(), name: z.string() })),
  students: z.array(z.object({ id: z.string(), name: z.string() })),
  /** When those named above usually have time, by their ids; who has said nothing is left out. */
  usualHours: z.record(z.string(), usualHoursSchema),
});
export type Week = z.infer<typeof weekSchema>;
