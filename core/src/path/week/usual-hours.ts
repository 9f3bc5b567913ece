/** The hours of the week in which somebody usually has time, by the school's clock; who has said nothing is asked each time. */
import { z } from 'zod';
import { InputError } from '../../errors.ts';
import { clockIn, type Instant } from '../../units/days.ts';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'a time of day is written as 09:30');

export const usualHoursSchema = z
  .array(
    z
      .object({
        /** From Monday, 1, to Sunday, 7. */
        weekday: z.number().int().min(1).max(7),
        from: clock,
        until: clock,
      })
      .refine(({ from, until }) => from < until, { path: ['until'], message: 'it ends before it begins' }),
  )
  .max(42);
export type UsualHours = z.infer<typeof usualHoursSchema>;
type Stretch = Pick<UsualHours[number], 'from' | 'until'>;

export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

const STRETCH = /^(\d{1,2})(?::?(\d{2}))?\s*(?:-|–|to)\s*(\d{1,2})(?::?(\d{2}))?$/;
const two = (digits: string) => digits.padStart(2, '0');

/**
 * Hours as they are typed: `9-12, 14:00 to 18:30`; nothing is no time.
 * @throws InputError that names what cannot be read.
 */
export function readHours(text: string): Stretch[] {
  return text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const [, fromH, fromM = '00', untilH, untilM = '00'] = STRETCH.exec(part) ?? [];
      const read = { from: `${two(fromH ?? '')}:${fromM}`, until: `${two(untilH ?? '')}:${untilM}` };
      const checked = usualHoursSchema.element.safeParse({ weekday: 1, ...read });
      if (!checked.success) throw new InputError('week/stretch', { part });
      return read;
    });
}

/** As they are read again. */
export const hoursText = (stretches: readonly Stretch[]): string =>
  stretches.map(({ from, until }) => `${from} to ${until}`).join(', ');

/** Stretches that touch are one. */
function joined(stretches: readonly Stretch[]): Stretch[] {
  const out: Stretch[] = [];
  for (const { from, until } of [...stretches].sort((a, b) => (a.from < b.from ? -1 : 1))) {
    const last = out.at(-1);
    if (last && from <= last.until) last.until = [last.until, until].sort()[1];
    else out.push({ from, until });
  }
  return out;
}

/** Hours of the clock in which nobody books by purpose without being asked. */
const SMALL_HOURS = { from: '22:00', until: '06:00' } as const;

/** Why a span may have been typed by mistake: it touches the hours of sleep by the school's clock; null where it does not. */
export function inSmallHours(
  { from, until }: { from: Instant; until: Instant },
  zone: string,
): string | null {
  const [begins, ends] = [clockIn(from, zone, 'HH:mm'), clockIn(until, zone, 'HH:mm')];
  const sameDay = clockIn(from, zone, 'YYYY-MM-DD') === clockIn(until, zone, 'YYYY-MM-DD');
  const apart = begins >= SMALL_HOURS.until && ends <= SMALL_HOURS.from && sameDay;
  return apart ? null : `This is booked from ${begins} to ${ends}, in the night`;
}

/**
 * Why a span is outside somebody's usual hours; null where it is inside, or where they have said none.
 * @returns the rest of a sentence that begins with the name
 */
export function outsideHours(
  hours: UsualHours,
  { from, until }: { from: Instant; until: Instant },
  zone: string,
): string | null {
  if (hours.length === 0) return null;
  const weekday = Number(clockIn(from, zone, 'd')) || 7;
  const name = WEEKDAYS[weekday - 1];
  const that = joined(hours.filter((one) => one.weekday === weekday));
  if (that.length === 0) return `usually has no time on a ${name}`;
  const begins = clockIn(from, zone, 'HH:mm');
  const sameDay = clockIn(from, zone, 'YYYY-MM-DD') === clockIn(until, zone, 'YYYY-MM-DD');
  const ends = sameDay ? clockIn(until, zone, 'HH:mm') : '24:01';
  if (that.some((one) => one.from <= begins && ends <= one.until)) return null;
  return `usually has time on a ${name} from ${hoursText(that)}`;
}
