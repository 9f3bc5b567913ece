/** Figures with their intervals, and what is said where there are too few. */
import { numberText } from '../../units/text.ts';
import { plural } from '../figures.ts';

export const NOTHING = '–';
export const days = (n: number): string => plural(n, 'day');

/** Between two figures; an end that the data do not reach is left open. */
export const between = (
  interval: { low: number | null; high: number | null } | null,
  text: (value: number) => string,
): string => {
  if (!interval || (interval.low === null && interval.high === null)) return '';
  const [low, high] = [interval.low, interval.high].map((end) => (end === null ? '…' : text(end)));
  return `${low} to ${high}`;
};

export const inBrackets = (text: string): string => (text ? ` (${text})` : '');

export const figure = (value: number | null, digits = 0): string =>
  value === null ? NOTHING : numberText(value, digits);
export const withInterval = (
  value: number | null,
  interval: Parameters<typeof between>[0],
  digits: number,
): string =>
  value === null
    ? NOTHING
    : `${numberText(value, digits)}${inBrackets(between(interval, (end) => numberText(end, digits)))}`;

/** Fewer than a figure takes. */
export const tooFew = (n: number, least: number, what: string): string =>
  `${plural(n, what)}: too few, ${least} are needed`;

/** How many of how many, and what the share may be. */
export const shareText = ({
  times,
  of,
  interval,
}: {
  times: number;
  of: number;
  interval: { low: number; high: number } | null;
}): string =>
  interval === null
    ? NOTHING
    : `${times} of ${of} (${numberText(interval.low)} to ${numberText(interval.high)} %)`;
