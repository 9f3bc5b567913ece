/** A day and a time of day as a person types them. */
import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat.js';
import type { Read } from './typed-number.ts';

dayjs.extend(customParseFormat);

const NAMED = ['D MMM YYYY', 'D MMMM YYYY', 'MMM D YYYY', 'MMMM D YYYY', 'D MMM YY', 'MMM D YY'];
const WITHOUT_YEAR = ['D MMM', 'D MMMM', 'MMM D', 'MMMM D'];
const FIGURES = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/;
const WEEKDAY = /^(mon|tues?|wed(nes)?|thu(rs)?|fri|sat(ur)?|sun)(day)?\.?,?\s+/i;
const DAY_PROBLEM = 'Type a day, such as 3 Apr 2027';

/** A day as the calendar has it, or null: dayjs rolls 31 Feb over into March, and is held against what was typed. */
function dayOf(text: string, formats: string[]): string | null {
  const found = formats.map((format) => dayjs(text, format, 'en', true)).find((day) => day.isValid());
  return found?.format('YYYY-MM-DD') ?? null;
}

/**
 * Reads one day, `YYYY-MM-DD`; `null` is an empty field. Without a year it is the one nearest to today. Figures that are
 * a day and a month either way round are asked, never guessed.
 */
export function readDay(text: string, today: string): Read<string | null> {
  const typed = text
    .trim()
    .replace(WEEKDAY, '')
    .replace(/(\d)(st|nd|rd|th)\b/i, '$1')
    .replace(/[,.](?=\s|$)/g, '')
    .replace(/\s+/g, ' ')
    .replace(/[a-z]+/gi, (word) => word[0].toUpperCase() + word.slice(1).toLowerCase());
  if (typed === '') return { value: null };
  const figures = FIGURES.exec(typed);
  if (figures) {
    const [, a, b, y] = figures;
    const year = y.length === 2 ? `20${y}` : y;
    const either = [dayOf(`${a} ${b} ${year}`, ['D M YYYY']), dayOf(`${a} ${b} ${year}`, ['M D YYYY'])];
    const [one, ...more] = [...new Set(either.filter((day) => day !== null))];
    if (one === undefined) return { problem: DAY_PROBLEM };
    if (more.length === 0) return { value: one };
    const words = [one, ...more].map((day) => dayjs(day).format('D MMM YYYY'));
    return { problem: `Type ${words.join(' or ')}, whichever is meant` };
  }
  const whole = dayOf(typed, ['YYYY-MM-DD', 'YYYY-M-D', ...NAMED]);
  if (whole) return { value: whole };
  const years = [-1, 0, 1]
    .map((more) => `${typed} ${Number(today.slice(0, 4)) + more}`)
    .map((dated) =>
      dayOf(
        dated,
        WITHOUT_YEAR.map((format) => `${format} YYYY`),
      ),
    )
    .filter((day) => day !== null);
  const away = (day: string) => Math.abs(dayjs(day).diff(today, 'day'));
  const nearest = years.sort((a, b) => away(a) - away(b))[0];
  return nearest ? { value: nearest } : { problem: DAY_PROBLEM };
}

const CLOCK = /^(\d{1,2})(?:[:.h ]?(\d{2}))?\s*(?:([ap])\.?m?\.?)?$/i;

/** Reads a time of day, `HH:mm`: 1430, 14:30, 14.30, 9, 930, 2:30 pm; `null` is an empty field. */
export function readTime(text: string): Read<string | null> {
  const typed = text.trim();
  if (typed === '') return { value: null };
  const [, hours, minutes = '00', half] = CLOCK.exec(typed) ?? [];
  const hour = Number(hours);
  const fits = half ? hour >= 1 && hour <= 12 : hour < 24;
  if (hours === undefined || !fits || Number(minutes) > 59) return { problem: 'Type a time, such as 14:30' };
  const of24 = half ? (hour % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : hour;
  return { value: `${String(of24).padStart(2, '0')}:${minutes}` };
}
