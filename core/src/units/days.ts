/**
 * Days and clock times as a school counts them: in its own time zone, whatever the machine's is. An instant is a Date, a
 * number of milliseconds or an ISO 8601 text; a zone is a name of the IANA database.
 */
import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone.js';
import utc from 'dayjs/plugin/utc.js';

dayjs.extend(utc);
dayjs.extend(timezone);

export type Instant = Date | number | string;

export const UTC = 'UTC';

/** As a clock in the zone shows it; `format` as in dayjs. */
export const clockIn = (instant: Instant, zone: string, format: string): string =>
  dayjs(instant).tz(zone).format(format);

/** Made once a zone: a path asks for hundreds of days. */
const dayFormats = new Map<string, Intl.DateTimeFormat>();

function dayFormat(zone: string): Intl.DateTimeFormat {
  let format = dayFormats.get(zone);
  if (!format) {
    format = new Intl.DateTimeFormat('en', {
      timeZone: zone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
    });
    dayFormats.set(zone, format);
  }
  return format;
}

/** The day in the zone, `YYYY-MM-DD`. */
export function dayIn(instant: Instant, zone: string): string {
  const parts = dayFormat(zone).formatToParts(new Date(instant));
  const part = (type: Intl.DateTimeFormatPartTypes) => parts.find((one) => one.type === type)?.value ?? '';
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`;
}

/** When a clock in the zone shows this: `YYYY-MM-DD`, its first moment, or `YYYY-MM-DD HH:mm:ss`. */
export const instantOf = (clock: string, zone: string): Date => dayjs.tz(clock, zone).toDate();
