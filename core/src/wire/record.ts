/** Logbook, endorsements, landings and the release check, as they cross the wire. */

import { z } from 'zod';
import { ledgerLineSchema } from '../path/gates/landings.ts';
import { soloMinimaSchema } from '../path/gates/minima.ts';
import { releaseDaySchema, soloLimitsSchema } from '../path/gates/release.ts';
import { endorsementSchema, logEntrySchema } from '../path/logbook/entry.ts';
import { saidReleaseSchema } from '../words/release.ts';

/** Written and read alike, its times checked when it is signed or kept. */
const entrySchema = z.object(logEntrySchema.shape);

const logDraftSchema = z.object({
  id: z.string(),
  entry: entrySchema,
  recordingId: z.string().nullable(),
  replaces: z.string().nullable(),
  version: z.number(),
});
const signedEntrySchema = z.object({
  id: z.string(),
  entry: entrySchema,
  recordingId: z.string().nullable(),
  signer: z.string(),
  signedAt: z.string(),
  hash: z.string(),
  /** The school that it was signed at, where it came with an archive. */
  origin: z.string().nullable(),
  replaces: z.string().nullable(),
  replacedBy: z.string().nullable(),
});
const totals = z.object({
  flights: z.number(),
  blockMin: z.number(),
  airMin: z.number(),
  dualMin: z.number(),
  soloMin: z.number(),
  nightMin: z.number(),
  instrumentMin: z.number(),
  landingsDay: z.number(),
  landingsNight: z.number(),
});
export const logbookSchema = z.object({
  student: z.object({ id: z.string(), name: z.string() }),
  drafts: z.array(logDraftSchema),
  /** Recordings of which no entry is drafted or signed yet. */
  toDraft: z.array(z.object({ recordingId: z.string(), flownAt: z.string(), fileName: z.string() })),
  signed: z.array(signedEntrySchema),
  /** Of what is signed and not replaced. */
  totals,
  /** Landings on record, signed or not: what the ledger says. */
  landingsOnRecord: z.number(),
  endorsements: z.array(
    z.object({
      id: z.string(),
      endorsement: endorsementSchema,
      signer: z.string(),
      signedAt: z.string(),
      hash: z.string(),
      origin: z.string().nullable(),
      /** Days until it ends; negative once it has; null where it does not. */
      daysLeft: z.number().nullable(),
    }),
  ),
});
export type Logbook = z.infer<typeof logbookSchema>;

export const landingsSchema = z.object({
  lines: z.array(ledgerLineSchema),
  /** Landings in signed entries: what the logbook says. */
  signed: z.number(),
  facts: z.object({
    unaidedToday: z.number(),
    unsaidToday: z.number(),
    goAroundsDecidedToday: z.number(),
    takeoversInLastTen: z.number(),
    unsaidInLastTen: z.number(),
    lastTen: z.number(),
    lastPowerOff: z.string().nullable(),
    total: z.number(),
    goArounds: z.number(),
    bounced: z.number(),
  }),
});
export type Landings = z.infer<typeof landingsSchema>;

export const releaseSchema = z.object({
  student: z.object({ id: z.string(), name: z.string() }),
  limits: soloLimitsSchema.nullable(),
  limitsBy: z.string().nullable(),
  /** What the school asks of every solo. */
  minima: soloMinimaSchema.nullable(),
  runways: z.array(z.string()),
  sunset: z.string().nullable(),
  /** The latest check, if any was kept. */
  last: z
    .object({
      id: z.string(),
      at: z.string(),
      by: z.string(),
      day: releaseDaySchema,
      items: z.array(saidReleaseSchema),
      sentence: z.string(),
    })
    .nullable(),
});
export type Release = z.infer<typeof releaseSchema>;

/** What the day asks of somebody: lessons with what they still need, and what is about to run out. */
export const todaySchema = z.object({
  on: z.string(),
  lessons: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      at: z.string(),
      student: z.object({ id: z.string(), name: z.string() }),
      airplane: z.string(),
      recordingId: z.string().nullable(),
      /** What it still needs, in the order in which it is done; none when all is done. */
      needs: z.array(z.enum(['brief', 'recording', 'grades', 'signature'])),
    }),
  ),
  /** Flights of the last weeks whose attempts wait for one's own grade, the latest first. */
  toGrade: z
    .array(
      z.object({
        recordingId: z.string(),
        title: z.string(),
        flownAt: z.string(),
        student: z.object({ id: z.string(), name: z.string() }),
        attempts: z.number(),
      }),
    )
    .default([]),
  /** What students ask for the next lesson, to staff; what was said to a student of the latest flight, to the student. */
  words: z
    .array(
      z.object({
        recordingId: z.string(),
        kind: z.enum(['question', 'next-time']),
        from: z.string(),
        at: z.string(),
        text: z.string(),
      }),
    )
    .default([]),
  bookings: z.array(
    z.object({
      id: z.string(),
      at: z.string(),
      until: z.string(),
      student: z.object({ id: z.string(), name: z.string() }),
      airplane: z.string(),
    }),
  ),
  rusting: z.array(
    z.object({
      student: z.object({ id: z.string(), name: z.string() }),
      skill: z.string(),
      title: z.string(),
      /** Negative where it is rusty already. */
      inDays: z.number(),
    }),
  ),
  /** To a chief: airspeeds above a limit that nobody has seen to, before the airplane’s next flight. */
  exceeded: z
    .array(
      z.object({
        recordingId: z.string(),
        airplane: z.string(),
        flownAt: z.string(),
        finding: z.string(),
        kias: z.number(),
        limitKias: z.number(),
      }),
    )
    .optional(),
  /** Who flies today with an agreement missing, to staff. */
  agreements: z.array(
    z.object({ student: z.object({ id: z.string(), name: z.string() }), missing: z.string() }),
  ),
  /** Gates whose evidence is there, and that wait for a word. */
  closing: z.array(
    z.object({
      student: z.object({ id: z.string(), name: z.string() }),
      gate: z.string(),
      title: z.string(),
    }),
  ),
  /** Papers and endorsements that end within the month, or have ended. */
  ending: z.array(
    z.object({
      student: z.object({ id: z.string(), name: z.string() }),
      title: z.string(),
      endsOn: z.string(),
      inDays: z.number(),
    }),
  ),
  /** A student’s own: the one thing to practise on the trainer. */
  practise: z
    .object({ lessonId: z.string(), maneuver: z.string(), title: z.string(), why: z.string() })
    .nullable(),
});
export type Today = z.infer<typeof todaySchema>;
