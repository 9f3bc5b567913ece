/** What a school’s own attempts make of the model’s figures, where there are enough of them. */
import { z } from 'zod';
import { type ModelFigures, PRIOR } from './model.ts';

/** Pooled over students and skills: how much attempts of one day differ, and days of one student and skill. */
const schoolFiguresSchema = z.object({
  /** Counted attempts that had company on their day, and days that had another before them. */
  attempts: z.number(),
  days: z.number(),
  /** Standard deviations of the margin. */
  attemptSd: z.number(),
  daySd: z.number(),
});
export type SchoolFigures = z.infer<typeof schoolFiguresSchema>;

/** From so many on a school’s own figures hold; below, the written prior. */
export const ENOUGH = { attempts: 200, days: 60 } as const;
/** Nobody flies like a clock, and nothing beyond this is skill. */
const LEAST_SD = 0.06;
const MOST_SD = 0.7;
/** Around the school’s own: students differ in it as well. */
const AROUND = [0.6, 0.85, 1.2, 1.7];

export const isEnough = (own: SchoolFigures | null): own is SchoolFigures =>
  own !== null && own.attempts >= ENOUGH.attempts && own.days >= ENOUGH.days;

export function figuresOf(own: SchoolFigures | null): ModelFigures {
  if (!isEnough(own)) return PRIOR;
  const within = (sd: number): number => Math.min(MOST_SD, Math.max(LEAST_SD, sd));
  return {
    ...PRIOR,
    lucks: AROUND.map((factor) => [within(factor * own.daySd), within(factor * own.attemptSd)] as const),
  };
}
