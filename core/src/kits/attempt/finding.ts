/** Pieces that findings of every maneuver are made of. */

import type { Span } from '../../scoring/judged.ts';
import type { Finding, Severity } from '../../scoring/schema.ts';
import { roundTo } from '../../units/numbers.ts';

/** From a list of names to their ids in an attempt: a name that is not in the list is refused by the types. */
export const idsOf =
  <const Name extends string>(_names: readonly Name[]) =>
  ({ attempt }: { attempt: { maneuver: string } }, name: Name): string =>
    `${attempt.maneuver}/${name}`;

/** A finding with its size rounded to a tenth. */
export const finding = (
  id: string,
  severity: Severity,
  span: Span,
  size: number,
  unit: string,
  words: { what: string; why: string; tryNext: string },
): Finding => ({
  id,
  severity,
  startS: span.startS,
  endS: span.endS,
  size: roundTo(size, 1),
  unit,
  ...words,
});

/** Narrow, and never the end of a line. */
const THIN_SPACE = '\u202f';

/** A whole number for a sentence, with a thin space in the thousands and a true minus sign. */
export function numberText(value: number, digits = 0): string {
  const [whole, fraction] = Math.abs(value).toFixed(digits).split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, THIN_SPACE);
  const text = fraction ? `${grouped}.${fraction}` : grouped;
  return value < 0 && Number(text.replaceAll(THIN_SPACE, '')) !== 0 ? `−${text}` : text;
}

/** Minutes and seconds. */
export const clock = (seconds: number): string => {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};

/** Rows at which a series that swings by more than `size` turned: the high and low points between its swings. */
export function turningRows(values: ArrayLike<number>, from: number, to: number, size: number): number[] {
  const turned: number[] = [];
  // 0 until the first swing shows which way it goes.
  let direction = 0;
  let high = from;
  let low = from;
  for (let i = from + 1; i < to; i++) {
    const value = values[i];
    if (Number.isNaN(value)) continue;
    if (!(values[high] >= value)) high = i;
    if (!(values[low] <= value)) low = i;
    if (direction <= 0 && value - values[low] > size) {
      if (direction < 0) turned.push(low);
      direction = 1;
      high = i;
    } else if (direction >= 0 && values[high] - value > size) {
      if (direction > 0) turned.push(high);
      direction = -1;
      low = i;
    }
  }
  return turned;
}

/** How often such a series changed its direction. */
export const countReversals = (values: ArrayLike<number>, from: number, to: number, size: number): number =>
  turningRows(values, from, to, size).length;
