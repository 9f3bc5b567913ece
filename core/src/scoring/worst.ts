/** The furthest that a parameter was from the centre of its band, as one signed figure. */
import type { MeasuredParameterScore } from './schema.ts';

/**
 * @returns `deviation` in the parameter's own unit, and `used`, tolerance used with the side that it was used on. What is
 * taken at one instant has one deviation, whichever side of the target it lies on.
 */
export function worstOf(parameter: MeasuredParameterScore): { deviation: number; used: number } {
  const { low, high, maxAbove, maxBelow, toleranceUsed, startS, endS } = parameter;
  const centre = (low + high) / 2;
  const instant = startS === endS;
  const above = instant ? maxAbove + maxBelow >= centre : maxAbove - centre >= centre - maxBelow;
  const deviation = instant ? maxAbove + maxBelow : above ? maxAbove : maxBelow;
  return { deviation, used: above ? toleranceUsed : -toleranceUsed };
}
