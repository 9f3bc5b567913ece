/** Days between two days of a calendar. */

const DAY_MS = 86_400_000;
/** The same few hundred days are asked for again and again. */
const numbers = new Map<string, number>();
const MOST_KEPT = 10_000;

function numberOf(day: string): number {
  let number = numbers.get(day);
  if (number === undefined) {
    if (numbers.size >= MOST_KEPT) numbers.clear();
    number = Date.parse(day) / DAY_MS;
    numbers.set(day, number);
  }
  return number;
}

/** Whole days from one day to another, both ISO 8601; negative where it lies before. */
export const daysApart = (from: string, to: string): number => numberOf(to) - numberOf(from);
