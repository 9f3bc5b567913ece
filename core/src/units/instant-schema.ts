/** A moment in a school's life, as it crosses the wire. */
import { z } from 'zod';

/** Before there were its recorders: a slip of the year, ms since 1970. */
const EARLIEST_MS = Date.UTC(1980, 0, 1);

/** ISO 8601 with its offset. @throws ZodError for a year in which nobody flew by this program */
export const instantSchema = z.iso
  .datetime({ offset: true })
  .refine((text) => Date.parse(text) >= EARLIEST_MS, 'a year from 1980 on was expected');
