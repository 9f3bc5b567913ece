/** A number as a person types it: with a point or a comma, with or without groups of thousands. */

export type Read<T> = { value: T } | { problem: string };

const PLAIN = /^[+-]?(\d+\.?\d*|\.\d+)$/;
/** Digits in threes between separators, then the other separator and decimals. */
const GROUPED = /^([+-]?\d{1,3})((?:[.,' \u00a0\u2009\u202f]\d{3})+)(?:([.,])(\d*))?$/;
const BEGUN = /^[+-]?[.,]?$/;

/**
 * Reads one number. `null` is an empty field, or one in which nothing but a sign or a point stands yet.
 * A comma before exactly three digits is a thousand to one reader and a decimal to another: it is asked, never guessed.
 */
export function readNumber(text: string): Read<number | null> {
  const typed = text.trim().replaceAll('\u2212', '-');
  if (BEGUN.test(typed)) return { value: null };
  const commas = typed.split(',').length - 1;
  if (commas === 1 && !typed.includes('.') && !/^[+-]?[1-9]\d{0,2},\d{3}$/.test(typed)) {
    const decimal = typed.replace(',', '.');
    if (PLAIN.test(decimal)) return { value: Number(decimal) };
  }
  if (PLAIN.test(typed)) return { value: Number(typed) };
  const grouped = GROUPED.exec(typed);
  if (!grouped) return { problem: 'Type a number, such as 30.5' };
  const [, first, rest, point, decimals = ''] = grouped;
  const separators = new Set(rest.replace(/\d/g, ''));
  if (separators.size > 1 || separators.has(point)) return { problem: 'Type a number, such as 30.5' };
  const whole = first + rest.replace(/\D/g, '');
  if (commas === 1 && !point)
    return { problem: `Type ${whole}, or ${typed.replace(',', '.')} if that is meant` };
  return { value: Number(`${whole}.${decimals}`) };
}

export interface Limits {
  min?: number;
  max?: number;
  whole?: boolean;
}

/** What is wrong with a text for a field of numbers, in words, or nothing. */
export function problemOf(text: string, { min, max, whole }: Limits): string | null {
  const read = readNumber(text);
  if ('problem' in read) return read.problem;
  const { value } = read;
  if (value === null) return null;
  if (whole && !Number.isInteger(value)) return 'A whole number';
  if (min !== undefined && value < min) return `${min} or more`;
  if (max !== undefined && value > max) return `${max} or less`;
  return null;
}
