/** A moment in a school's life, as it crosses the wire. */
import { z } from 'zod';

/** Before there were its recorders, and after its people: a slip of the year, ms since 1970. */
const [EARLIEST_MS, LATEST_MS] = [Date.UTC(1980, 0, 1), Date.UTC(2100, 0, 1)];

/** ISO 8601 with its offset. @throws ZodError for a year in which nobody flies by this program */
export const instantSchema = z.iso.datetime({ offset: true }).refine((text) => {
  const ms = Date.parse(text);
  return ms >= EARLIEST_MS && ms < LATEST_MS;
}, 'a year from 1980 to 2099 was expected');
