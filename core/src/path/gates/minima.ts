/** What a school asks of the day of any student's solo: an instructor may ask for more, never for less. */
import { z } from 'zod';
import { type SoloLimits, STUDENT_VISIBILITY_SM } from './release.ts';

const asked = (least: number, most: number) => z.number('all five, or none').min(least).max(most);
/** Within what an instructor may say: wind, crosswind and gusts at most, ceiling above the field and visibility at least. */
export const soloMinimaSchema = z.object({
  windKt: asked(0, 40),
  crosswindKt: asked(0, 30),
  gustSpreadKt: asked(0, 20),
  ceilingFt: asked(500, 20_000),
  visibilitySm: asked(1, 30),
});
export type SoloMinima = z.infer<typeof soloMinimaSchema>;

/** At most so much of what grows worse upward, at least so much of what grows better. */
const MOST = ['windKt', 'crosswindKt', 'gustSpreadKt'] as const;
const LEAST = ['ceilingFt', 'visibilitySm'] as const;

/** A limit that is looser than what is asked, and who asks. */
export interface BeyondMinima {
  field: keyof SoloMinima;
  by: 'rule' | 'school';
  asked: number;
}

/** What of a student's limits goes beyond the rule or the school's own. */
export function beyondMinima(limits: SoloMinima, minima: SoloMinima | null | undefined): BeyondMinima[] {
  const beyondRule = limits.visibilitySm < STUDENT_VISIBILITY_SM.day;
  const beyondSchool = minima
    ? [
        ...MOST.filter((key) => limits[key] > minima[key]),
        ...LEAST.filter((key) => limits[key] < minima[key]),
      ]
    : [];
  return [
    ...(beyondRule
      ? [{ field: 'visibilitySm' as const, by: 'rule' as const, asked: STUDENT_VISIBILITY_SM.day }]
      : []),
    // Where the rule itself is not met, the school's figure for the same says nothing more.
    ...beyondSchool
      .filter((key) => !(beyondRule && key === 'visibilitySm'))
      .map((field) => ({ field, by: 'school' as const, asked: minima![field] })),
  ];
}

/** The stricter of both in everything: limits that were set before the school asked for more follow it. */
export function withinMinima(limits: SoloLimits, minima: SoloMinima | null | undefined): SoloLimits {
  if (!minima) return limits;
  const most = MOST.map((key) => [key, Math.min(limits[key], minima[key])]);
  const least = LEAST.map((key) => [key, Math.max(limits[key], minima[key])]);
  return { ...limits, ...Object.fromEntries([...most, ...least]) };
}
