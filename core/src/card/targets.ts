/** What a brief asked of an attempt: the part of a target card that scoring needs. */
import { z } from 'zod';

export const briefTargetsSchema = z.looseObject({
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
});
export type BriefTargets = z.infer<typeof briefTargetsSchema>;

/** One card or a list of them. */
export const briefFileSchema = z
  .union([briefTargetsSchema, z.array(briefTargetsSchema)])
  .transform((value) => (Array.isArray(value) ? value : [value]));

/** The brief for a maneuver: the one of the same variant, else one that names none, else any of the maneuver. */
export function briefFor(
  briefs: readonly BriefTargets[],
  maneuver: string,
  variant: string | null,
): BriefTargets | undefined {
  const same = briefs.filter((brief) => brief.maneuver === maneuver);
  return same.find((b) => b.variant === variant) ?? same.find((b) => b.variant === undefined) ?? same[0];
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
