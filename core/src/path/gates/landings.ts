/** A ledger of landings: from recordings and by hand, with what an instructor said of each. */
import { z } from 'zod';
import { approachFiguresSchema } from '../../kits/shape/approach-schema.ts';
import { instantSchema } from '../../units/instant-schema.ts';

export const LANDING_KINDS = ['full-stop', 'touch-and-go', 'stop-and-go', 'go-around'] as const;

/** Said of a landing by a tap; what nobody said is left out. */
const saidOfLanding = {
  unaided: z.boolean().optional(),
  takenOver: z.boolean().optional(),
  bounced: z.boolean().optional(),
  /** Of a go-around: the student’s own decision. */
  decidedByStudent: z.boolean().optional(),
  /** With the engine idle from the circuit on. */
  powerOff: z.boolean().optional(),
  crosswindKt: z.number().min(0).max(60).optional(),
};
export const landingWordSchema = z
  .object(saidOfLanding)
  .refine(({ unaided, takenOver }) => !(unaided && takenOver), {
    message: 'what was taken over was not flown unaided',
  });
export const landingsByHandSchema = z
  .object({
    ...saidOfLanding,
    kind: z.enum(LANDING_KINDS),
    count: z.number().int().min(1).max(40),
    flownAt: instantSchema,
    place: z.string().trim().max(60).default(''),
  })
  .refine(({ unaided, takenOver }) => !(unaided && takenOver), {
    message: 'what was taken over was not flown unaided',
  });
export type LandingWordBody = z.infer<typeof landingWordSchema>;
export type LandingsByHand = z.infer<typeof landingsByHandSchema>;

export const ledgerLineSchema = z.object({
  id: z.string(),
  day: z.string(),
  at: z.string(),
  from: z.enum(['recording', 'hand']),
  recordingId: z.string().nullable(),
  nth: z.number().nullable(),
  kind: z.enum(LANDING_KINDS),
  count: z.number(),
  place: z.string(),
  /** What was measured on the way down, where the recording shows it. */
  approach: approachFiguresSchema.nullable().optional(),
  ...saidOfLanding,
});
export type LedgerLine = z.infer<typeof ledgerLineSchema>;

export interface LandingFacts {
  /** Of the day. */
  unaidedToday: number;
  unsaidToday: number;
  goAroundsDecidedToday: number;
  /** Among the last ten; null where none is known. */
  takeoversInLastTen: number;
  unsaidInLastTen: number;
  lastTen: number;
  lastPowerOff: string | null;
  total: number;
  goArounds: number;
  bounced: number;
}

const sum = (lines: readonly LedgerLine[]): number => lines.reduce((all, { count }) => all + count, 0);

/** @param lines in the order flown. */
export function landingFacts(lines: readonly LedgerLine[], on: string): LandingFacts {
  const landings = lines.filter(({ kind }) => kind !== 'go-around');
  const rounds = lines.filter(({ kind }) => kind === 'go-around');
  const today = landings.filter(({ day }) => day === on);
  const lastTen: LedgerLine[] = [];
  for (const line of [...landings].reverse())
    for (let i = 0; i < line.count && lastTen.length < 10; i++) lastTen.push({ ...line, count: 1 });
  return {
    unaidedToday: sum(today.filter(({ unaided }) => unaided)),
    unsaidToday: sum(today.filter(({ unaided, takenOver }) => unaided === undefined && !takenOver)),
    goAroundsDecidedToday: sum(rounds.filter(({ day, decidedByStudent }) => day === on && decidedByStudent)),
    takeoversInLastTen: lastTen.filter(({ takenOver }) => takenOver).length,
    unsaidInLastTen: lastTen.filter(({ takenOver, unaided }) => takenOver === undefined && !unaided).length,
    lastTen: lastTen.length,
    lastPowerOff: landings.filter(({ powerOff }) => powerOff).at(-1)?.day ?? null,
    total: sum(landings),
    goArounds: sum(rounds),
    bounced: sum(landings.filter(({ bounced }) => bounced)),
  };
}
