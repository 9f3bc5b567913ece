/** The name of a time zone, checked. Apart from the days themselves, which a page needs without the checking. */
import { z } from 'zod';

const isZone = (name: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
};

export const zoneSchema = z
  .string()
  .refine(isZone, { error: 'a time zone is a name such as Europe/London or UTC' });
