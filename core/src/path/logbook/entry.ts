/** A line of a logbook, what is signed of it, and its totals. */
import { z } from 'zod';
import { isoDay } from '../gates/gates.ts';

/** What stands for the airplane in an entry of an earlier logbook's totals. */
export const BROUGHT_FORWARD = 'Brought forward';

const DAY_MIN = 1440;
/** Of a day; what is brought forward from an earlier logbook may be years of it. */
const minutes = z
  .number()
  .int('whole minutes')
  .min(0, 'not less than none')
  .max(1_200_000, 'not more than 20,000 hours');
const LANDINGS_A_DAY = 99;
const landings = z.number().int().min(0).max(99_999);

export const LOG_TIMES = ['blockMin', 'airMin', 'dualMin', 'soloMin', 'nightMin', 'instrumentMin'] as const;
export type LogTime = (typeof LOG_TIMES)[number];

const fields = z.object({
  date: isoDay,
  airplane: z.string().trim().min(1, 'say which airplane').max(60),
  from: z.string().trim().max(40).default(''),
  to: z.string().trim().max(40).default(''),
  /** From moving off to standing still. */
  blockMin: minutes,
  airMin: minutes.default(0),
  dualMin: minutes.default(0),
  soloMin: minutes.default(0),
  nightMin: minutes.default(0),
  instrumentMin: minutes.default(0),
  landingsDay: landings.default(0),
  landingsNight: landings.default(0),
  /** The training given, or what was flown. */
  training: z.string().trim().max(2000).default(''),
  remarks: z.string().trim().max(500).default(''),
  /** Totals of an earlier logbook, as of its day: no flight of its own. */
  broughtForward: z.literal(true).optional(),
});

/** @throws ZodError for times that cannot be: in the air longer than off the blocks, parts longer than the whole. */
export const logEntrySchema = fields.superRefine((entry, refuse) => {
  const wrong = (field: keyof LogEntry, message: string) =>
    refuse.addIssue({ code: 'custom', path: [field], message });
  if (!entry.broughtForward) {
    for (const time of LOG_TIMES) if (entry[time] > DAY_MIN) wrong(time, 'not more than a day');
    for (const key of ['landingsDay', 'landingsNight'] as const)
      if (entry[key] > LANDINGS_A_DAY) wrong(key, `at most ${LANDINGS_A_DAY} in one entry`);
  }
  const { blockMin, airMin, dualMin, soloMin, nightMin, instrumentMin } = entry;
  if (airMin > blockMin) wrong('airMin', `${airMin} min in the air of ${blockMin} off the blocks`);
  if (dualMin + soloMin > blockMin)
    wrong('soloMin', `${dualMin} min dual and ${soloMin} solo of ${blockMin} off the blocks`);
  if (nightMin > blockMin) wrong('nightMin', `${nightMin} min by night of ${blockMin} off the blocks`);
  if (instrumentMin > airMin)
    wrong('instrumentMin', `${instrumentMin} min by instruments of ${airMin} in the air`);
});
export type LogEntry = z.infer<typeof fields>;

export const endorsementSchema = z
  .object({
    title: z.string().trim().min(1).max(120),
    text: z.string().trim().min(1, 'say what is endorsed').max(3000),
    airplane: z.string().trim().max(60).default(''),
    /** The signer's certificate, and its expiry or date of recent experience; left out in what was signed before it was asked. */
    certificate: z.object({ number: z.string().trim().min(1).max(40), holdsUntil: isoDay }).optional(),
    date: isoDay,
    /** The last day on which it holds; null where it does not end. */
    endsOn: isoDay.nullable().default(null),
    /** The gate that it closes, if any. */
    gate: z.string().nullable().default(null),
  })
  .refine(({ date, endsOn }) => endsOn === null || endsOn >= date, {
    path: ['endsOn'],
    message: 'it would end before it begins: look at the two days again',
  });

export const signedBodySchema = z.union([
  z.object({ kind: z.literal('entry'), entry: fields }),
  z.object({ kind: z.literal('endorsement'), endorsement: endorsementSchema }),
]);
export type SignedBody = z.infer<typeof signedBodySchema>;

type LogTotals = Record<LogTime, number> & {
  flights: number;
  landingsDay: number;
  landingsNight: number;
};

export function logTotals(entries: readonly LogEntry[]): LogTotals {
  const total = (key: LogTime | 'landingsDay' | 'landingsNight') =>
    entries.reduce((sum, entry) => sum + entry[key], 0);
  return {
    flights: entries.filter(({ broughtForward }) => !broughtForward).length,
    blockMin: total('blockMin'),
    airMin: total('airMin'),
    dualMin: total('dualMin'),
    soloMin: total('soloMin'),
    nightMin: total('nightMin'),
    instrumentMin: total('instrumentMin'),
    landingsDay: total('landingsDay'),
    landingsNight: total('landingsNight'),
  };
}

/** Minutes as logbooks write them: `1:05`. */
export const hoursAndMinutes = (min: number): string =>
  `${Math.floor(min / 60)}:${String(Math.round(min % 60)).padStart(2, '0')}`;
