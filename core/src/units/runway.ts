/** The one rule for how a runway is named: two digits an end, tens of degrees from 01 to 36, and L, C or R where there are several. */
import { z } from 'zod';
import { placeSchema } from './distance.ts';

const END = '(0[1-9]|[12]\\d|3[0-6])([LCR]?)';
/** The direction that an end is named after, degrees. */
export const endDeg = (end: string): number => 10 * Number.parseInt(end, 10);

const OTHER_SIDE: Record<string, string> = { L: 'R', R: 'L', C: 'C', '': '' };

/** One end, such as 06 or 24L. */
export const runwayEndSchema = z
  .string()
  .trim()
  .regex(
    new RegExp(`^${END}$`),
    'two digits from 01 to 36, with L, C or R where there are several: 06 or 24L',
  );

/** A threshold, degrees north and east. */
export const runwayPlaceSchema = z.object({ end: runwayEndSchema, ...placeSchema.shape });
export type RunwayPlace = z.infer<typeof runwayPlaceSchema>;

/** @returns the end opposite to one, such as 24 of 06 and 27R of 09L. */
export function otherEnd(end: string): string {
  const [, digits, side] = new RegExp(`^${END}$`).exec(end) ?? [];
  if (digits === undefined) throw new RangeError(`${end} is no end of a runway`);
  return `${String(((Number(digits) + 17) % 36) + 1).padStart(2, '0')}${OTHER_SIDE[side]}`;
}

/** Both ends with a stroke between, or the only one that is used. */
export const runwaySchema = z
  .string()
  .trim()
  .superRefine((name, refuse) => {
    const say = (message: string) => refuse.addIssue({ code: 'custom', message });
    const [end, other, ...more] = name.split('/');
    if (
      more.length > 0 ||
      [end, other].some((one) => one !== undefined && !runwayEndSchema.safeParse(one).success)
    )
      say(`${name}: write both ends with two digits each, such as 06/24 or 09L/27R`);
    else if (other !== undefined && other !== otherEnd(end))
      say(`${name}: the other end of ${end} is ${otherEnd(end)}`);
  });
