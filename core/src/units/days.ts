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

/** Made once a zone: a list asks for hundreds of times, and to make one takes longer than to ask it. */
const wallClocks = new Map<string, Intl.DateTimeFormat>();

function wallClock(zone: string): Intl.DateTimeFormat {
  let clock = wallClocks.get(zone);
  if (!clock) {
    clock = new Intl.DateTimeFormat('en', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric',
    });
    wallClocks.set(zone, clock);
  }
  return clock;
}

/** As a clock in the zone shows it; `format` as in dayjs, without the zone's own tokens. */
export function clockIn(instant: Instant, zone: string, format: string): string {
  const date = new Date(instant);
  if (Number.isNaN(date.getTime())) return dayjs(date).format(format);
  const shown = wallClock(zone).formatToParts(date);
  const part = (type: Intl.DateTimeFormatPartTypes) => Number(shown.find((one) => one.type === type)?.value);
  const wall = Date.UTC(
    part('year'),
    part('month') - 1,
    part('day'),
    part('hour'),
    part('minute'),
    part('second'),
    date.getUTCMilliseconds(),
  );
  return dayjs.utc(wall).format(format);
}

/** The day in the zone, `YYYY-MM-DD`. */
export const dayIn = (instant: Instant, zone: string): string => clockIn(instant, zone, 'YYYY-MM-DD');

/** When a clock in the zone shows this: `YYYY-MM-DD`, its first moment, or `YYYY-MM-DD HH:mm:ss`. */
export const instantOf = (clock: string, zone: string): Date => dayjs.tz(clock, zone).toDate();
