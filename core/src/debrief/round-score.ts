/** Rounding for the wire: times to a hundredth of a second, figures to a hundredth of their unit. */
import { roundTo } from '../units/numbers.ts';

/** Every number in a value, at any depth, rounded; texts and flags as they are. */
export function roundNumbers<T>(value: T, digits = 2): T {
  if (typeof value === 'number') return roundTo(value, digits) as T;
  if (Array.isArray(value)) return value.map((inner) => roundNumbers(inner, digits)) as T;
  if (value === null || typeof value !== 'object') return value;
  const rounded: Record<string, unknown> = {};
  for (const [key, inner] of Object.entries(value)) rounded[key] = roundNumbers(inner, digits);
  return rounded as T;
}
