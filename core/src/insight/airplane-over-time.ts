/** An airplane's own figures by half-year: whether it still does what its book says, and what it did before. */
import type { Airplane } from '../airplane/schema.ts';
import { ownFigures } from '../own-figures/estimate.ts';
import type { Observation } from '../own-figures/observe.ts';

interface Observed {
  /** Of the school's zone, ISO 8601. */
  day: string;
  observations: readonly Observation[];
}

interface Period {
  /** The first day of the half-year, ISO 8601. */
  from: string;
  value: number;
  /** Half of the 95 % interval. */
  uncertainty: number;
  count: number;
}

interface FigureOverTime {
  label: string;
  unit: string;
  book: number | null;
  periods: Period[];
  drifts: boolean;
}

/** What a book's table is good for with the instruments that it is read by, by unit; common practice, no source. */
export const BOOK_ERROR: Readonly<Record<string, number>> = { rpm: 50, kt: 3, ft: 50 };

const halfYear = (day: string): string => `${day.slice(0, 4)}-${day.slice(5, 7) < '07' ? '01' : '07'}-01`;

/** @returns figures that at least one half-year can carry, each with those half-years, oldest first. */
export function figuresOverTime(airplane: Airplane, flights: readonly Observed[]): FigureOverTime[] {
  const halves = new Map<string, (readonly Observation[])[]>();
  for (const { day, observations } of flights) {
    const from = halfYear(day);
    const half = halves.get(from);
    if (half) half.push(observations);
    else halves.set(from, [observations]);
  }
  const figures = new Map<string, FigureOverTime>();
  for (const from of [...halves.keys()].sort()) {
    for (const { label, unit, book, value, uncertainty, count } of ownFigures(airplane, halves.get(from)!)) {
      const known = figures.get(label) ?? { label, unit, book, periods: [], drifts: false };
      known.periods.push({ from, value, uncertainty, count });
      figures.set(label, known);
    }
  }
  return [...figures.values()].map((one) => ({ ...one, drifts: drifts(one) }));
}

/** The latest is beyond both errors from where it was first, or from the book by more than a book is good for. */
function drifts({ unit, book, periods }: FigureOverTime): boolean {
  const [first, last] = [periods[0], periods[periods.length - 1]];
  const errorOfBook = BOOK_ERROR[unit] ?? Number.POSITIVE_INFINITY;
  const fromFirst =
    periods.length > 1 &&
    Math.abs(last.value - first.value) > Math.hypot(first.uncertainty, last.uncertainty, errorOfBook / 2);
  return (
    fromFirst || (book !== null && Math.abs(last.value - book) > Math.hypot(last.uncertainty, errorOfBook))
  );
}
