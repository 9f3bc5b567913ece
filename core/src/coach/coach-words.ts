/** A school's own words for what the coach says. */
import { z } from 'zod';

export const MOST_WORDS = 8;

/** By `maneuver/step/id` or `maneuver/id`; each at most eight words long, since nobody hears more in a turn. */
export const coachWordsSchema = z.record(
  z.string().max(120),
  z
    .string()
    .trim()
    .min(1, 'a sentence has words; leave it out to have the program’s')
    .max(60, 'a sentence is at most 60 letters long')
    .refine(
      (text) => text.split(/\s+/).length <= MOST_WORDS,
      `at most ${MOST_WORDS} words: nobody hears more in a turn`,
    ),
);
export type CoachWords = z.infer<typeof coachWordsSchema>;

/** A school's words for one maneuver, by the ids that its coach knows them by. */
export const wordsOf = (words: CoachWords = {}, maneuver: string): Record<string, string> =>
  Object.fromEntries(
    Object.entries(words).flatMap(([key, text]) =>
      key.startsWith(`${maneuver}/`) ? [[key.slice(maneuver.length + 1), text]] : [],
    ),
  );
