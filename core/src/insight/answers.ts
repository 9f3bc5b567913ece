/** What a school sees of itself, as it crosses the wire. */
import { z } from 'zod';
import { attemptScoreSchema } from '../debrief/score.ts';
import { gradeSchema } from '../debrief/statements.ts';
import { keelTraceSchema } from '../debrief/trace.ts';
import { isoDay } from '../path/gates/gates.ts';

const interval = z.object({ low: z.number(), high: z.number() });
const count = z.number().int();
const who = z.object({ id: z.string(), name: z.string() });

/** Why somebody ought to be called, or something looked at. */
export const CALL_KINDS = [
  'idle',
  'solo-uncovered',
  'paper-ends',
  'ungraded',
  'unsigned',
  'many-instructors',
] as const;
const callSchema = z.object({
  kind: z.enum(CALL_KINDS),
  student: who,
  instructor: z.string(),
  /** How long it has been so; until it is, where that is less than nought. */
  days: count,
  /** Flights, days or instructors. */
  count: count.nullable(),
  about: z.string().nullable(),
  recordingId: z.string().nullable(),
});
export type Call = z.infer<typeof callSchema>;
export const callsSchema = z.object({ on: isoDay, calls: z.array(callSchema) });

const agreementSchema = z.object({
  pairs: count,
  same: count,
  kappa: z.number().nullable(),
  interval: interval.nullable(),
});
const leanSchema = z.object({
  attempts: count,
  lean: z.number().nullable(),
  interval: interval.nullable(),
  p: z.number().nullable(),
  told: z.boolean(),
});

/** What is asked of the school’s own attempts: from a day, until a day, of one maneuver, airplane or instructor’s students. */
export const insightQuerySchema = z.object({
  from: isoDay.optional(),
  until: isoDay.optional(),
  maneuver: z.string().max(60).optional(),
  airplane: z.string().max(60).optional(),
  instructor: z.uuid().optional(),
  /** Faults that the meeting is to talk about, by their names, a comma between. */
  talk: z.string().max(1000).optional(),
});
export type InsightQuery = z.infer<typeof insightQuerySchema>;

const roundStateSchema = z.object({
  id: z.string(),
  title: z.string(),
  madeBy: z.string(),
  madeAt: z.string(),
  closedAt: z.string().nullable(),
  attempts: count,
  /** Of the viewer’s own. */
  graded: count,
  /** Who has graded any of it, and all; to the chief alone while it is open. */
  graders: z.array(z.object({ name: z.string(), graded: count })),
});
export type RoundState = z.infer<typeof roundStateSchema>;
export const roundsSchema = z.array(roundStateSchema);

export const gradingSchema = z.object({
  instructors: z.array(
    z.object({
      instructor: who,
      /** The program’s verdict beside the grade: 3 or 4 is a pass. */
      verdicts: agreementSchema,
      /** Graded as a pass where the program says out, and the other way round. */
      kinderThanProgram: count,
      harderThanProgram: count,
      /** Grades of blind rounds against the others’. */
      blind: leanSchema,
      /** With each of the others on the same attempts, all together. */
      others: agreementSchema,
      /** What they say to it. */
      answer: z.string().nullable(),
    }),
  ),
  /** Whoever leans in one kind of maneuver, of all instructors and maneuvers tested together. */
  byManeuver: z.array(leanSchema.extend({ instructor: who, maneuver: z.string() })),
  students: z.array(
    z.object({
      student: who,
      pairs: count,
      /** Mean of their own grade less the instructor’s. */
      lean: z.number().nullable(),
      interval: interval.nullable(),
      told: z.enum(['too kind', 'too hard']).nullable(),
    }),
  ),
});
export type Grading = z.infer<typeof gradingSchema>;

const blindAttemptSchema = z.object({
  nth: count,
  title: z.string(),
  /** Without verdict, findings or excursions. */
  attempt: attemptScoreSchema,
  trace: keelTraceSchema,
  speedUnit: z.enum(['kt', 'mph']),
  own: gradeSchema.nullable(),
  /** Once the round is closed: everybody’s, the viewer’s own marked, the names to the chief alone. */
  grades: z.array(z.object({ name: z.string().nullable(), own: z.boolean(), grade: gradeSchema })).nullable(),
  verdict: z.string().nullable(),
});
export const roundSchema = roundStateSchema.extend({ list: z.array(blindAttemptSchema) });
export type Round = z.infer<typeof roundSchema>;
export const newRoundSchema = z.object({
  id: z.uuid(),
  title: z.string().trim().min(1).max(80),
  /** So many, drawn from what was flown alone of late. */
  draw: z.number().int().min(1).max(24),
  maneuver: z.string().nullable().default(null),
});

const waitedSchema = z.object({
  followed: count,
  happened: count,
  lower: z.number().nullable(),
  median: z.number().nullable(),
  upper: z.number().nullable(),
  medianInterval: z.object({ low: z.number().nullable(), high: z.number().nullable() }).nullable(),
});
const rateSchema = z.object({
  times: count,
  of: count,
  per100: z.number().nullable(),
  interval: interval.nullable(),
});
export const sticksSchema = z.object({
  skills: z.array(
    z.object({
      skill: z.string(),
      title: z.string(),
      maneuver: z.string().nullable(),
      lessons: waitedSchema,
      hours: waitedSchema,
      firstTries: rateSchema,
      wentRusty: count,
    }),
  ),
  faults: z.array(
    z.object({
      finding: z.string(),
      now: rateSchema,
      before: rateSchema,
      /** Of this quarter’s attempts with the fault, those whose lesson had the maneuver among its briefs. */
      briefed: rateSchema,
      /** The chance of such a difference by luck. */
      p: z.number(),
      told: z.enum(['more', 'less']).nullable(),
    }),
  ),
  from: isoDay,
  until: isoDay,
});
export type Sticks = z.infer<typeof sticksSchema>;

const stepSchema = z.object({ at: z.number(), share: z.number(), atRisk: count });
export const toSoloSchema = z.object({
  lessons: waitedSchema.extend({ steps: z.array(stepSchema) }),
  hours: waitedSchema.extend({ steps: z.array(stepSchema) }),
  weeks: waitedSchema.extend({ steps: z.array(stepSchema) }),
  /** Stage checks that were closed: passed at the first, of those not broken off; and later ones. */
  stageChecks: z.object({ first: rateSchema, again: rateSchema, discontinued: count }),
  /** First attempts of a maneuver after so many days without flying, and those within the standard. */
  pauses: z.array(z.object({ days: z.string(), within: rateSchema })),
  /** Estimates made when so many lessons were flown, and how many held. */
  forecasts: z.array(z.object({ lessons: z.string(), made: count, held: count, early: count, late: count })),
  fleet: z.array(
    z.object({
      airplane: z.string(),
      name: z.string(),
      bookings: count,
      bookedHours: z.number(),
      flights: count,
      /** Cancelled, by reason. */
      cancelled: z.record(z.string(), count),
      /** Hours in the workshop. */
      maintenanceHours: z.number(),
    }),
  ),
  from: isoDay,
  until: isoDay,
});
export type ToSolo = z.infer<typeof toSoloSchema>;

export const fleetFiguresSchema = z.array(
  z.object({
    airplane: z.object({ id: z.string(), name: z.string() }),
    flights: count,
    figures: z.array(
      z.object({
        label: z.string(),
        unit: z.string(),
        book: z.number().nullable(),
        /** By half-year, oldest first. */
        periods: z.array(z.object({ from: isoDay, value: z.number(), uncertainty: z.number(), count })),
        /** Beyond both errors away from the book, or from where it was. */
        drifts: z.boolean(),
      }),
    ),
    /** Speeds above a limit, from recorded airspeed alone, newest first. */
    exceeded: z.array(
      z.object({
        recordingId: z.string(),
        nth: count,
        flownAt: z.string(),
        finding: z.string(),
        kias: z.number(),
        limitKias: z.number(),
        seenAt: z.string().nullable(),
      }),
    ),
  }),
);
export type FleetFigures = z.infer<typeof fleetFiguresSchema>;
