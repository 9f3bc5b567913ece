/** What a brief asked of an attempt: the part of a target card that scoring needs. */
import { z } from 'zod';
import { CONFIGURATIONS, type Configuration } from '../airplane/configuration.ts';
import { shortestTurnDeg } from '../units/angles.ts';
import { glideFieldSchema } from './glide-field.ts';

const briefTargetsSchema = z.looseObject({
  maneuver: z.string(),
  variant: z.string().optional(),
  entry: z
    .looseObject({
      altitudeFt: z.number().nullish(),
      airspeedKias: z.number().nullish(),
      headingDeg: z.number().nullish(),
    })
    .optional(),
  bankDeg: z.number().nullish(),
  configuration: z.enum(CONFIGURATIONS).nullish(),
  glideTo: glideFieldSchema.nullish(),
});
export type BriefTargets = z.infer<typeof briefTargetsSchema>;

/** One card or a list of them. */
export const briefFileSchema = z
  .union([briefTargetsSchema, z.array(briefTargetsSchema)])
  .transform((value) => (Array.isArray(value) ? value : [value]));

/** What was held in a stretch of flight, as far as it is known. */
interface HeldValues {
  altitudeFt?: number;
  airspeedKt?: number;
  bankDeg?: number;
}

/** So much apart counts as much as so much of another. */
const APART: Record<keyof HeldValues, number> = { altitudeFt: 300, airspeedKt: 10, bankDeg: 10 };

const briefed = ({ entry, bankDeg }: BriefTargets): HeldValues => ({
  altitudeFt: entry?.altitudeFt ?? undefined,
  airspeedKt: entry?.airspeedKias ?? undefined,
  bankDeg: bankDeg ?? undefined,
});

function apart(brief: BriefTargets, held: HeldValues): number {
  const wanted = briefed(brief);
  return (Object.keys(APART) as (keyof HeldValues)[]).reduce((sum, name) => {
    const off = Math.abs((wanted[name] ?? Number.NaN) - (held[name] ?? Number.NaN));
    return Number.isNaN(off) ? sum : sum + off / APART[name];
  }, 0);
}

/**
 * The brief for a maneuver: those of the same variant, else those that name none, else any of the maneuver; of several
 * those with the flaps that were flown; of these the one whose altitude, speed and bank are nearest to what was held, and
 * of equals the first in the lesson's order.
 */
export function briefFor(
  briefs: readonly BriefTargets[],
  maneuver: string,
  variant: string | null,
  held: HeldValues & { configuration?: Configuration | null } = {},
): BriefTargets | undefined {
  const same = briefs.filter((brief) => brief.maneuver === maneuver);
  const choices = [
    same.filter((b) => b.variant === variant),
    same.filter((b) => b.variant === undefined),
    same,
  ].find((list) => list.length > 0);
  // A setting of the flaps that was not briefed is no reason to be judged against no brief at all.
  const alike = choices?.filter(
    ({ configuration }) => (configuration ?? null) === (held.configuration ?? null),
  );
  return (alike?.length ? alike : choices)?.reduce((best, brief) =>
    apart(brief, held) < apart(best, held) ? brief : best,
  );
}

/** How far a heading lies from the briefed one or its reciprocal, deg; NaN where none was briefed. */
export function offBriefedLineDeg(headingDeg: number, { entry }: BriefTargets): number {
  const offDeg = Math.abs(shortestTurnDeg(entry?.headingDeg ?? Number.NaN, headingDeg));
  return Math.min(offDeg, 180 - offDeg);
}

/** The brief's numbers under the same names as an attempt's targets. */
export function namedTargets(brief: BriefTargets): Record<string, number> {
  const named: [string, number | null | undefined][] = [
    ['altitudeFt', brief.entry?.altitudeFt],
    ['airspeedKt', brief.entry?.airspeedKias],
    ['bankDeg', brief.bankDeg],
    ['headingDeg', brief.entry?.headingDeg],
  ];
  return Object.fromEntries(named.filter((pair): pair is [string, number] => typeof pair[1] === 'number'));
}
