/** Whether a landing was flown down without the engine, as an approach with a simulated failure is. */
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { POWER_OFF } from './tables.ts';

/**
 * Idle from well above the field down to the touch; a burst of a few seconds that clears the engine belongs to it.
 * @param power share of the power there is at a row, 0 to 1; NaN where nothing tells
 * @returns null where nothing tells the power
 */
export function withoutPower(
  { timeS, altitudeFt }: Track,
  power: (row: number) => number,
  touchS: number,
): boolean | null {
  const { from, to } = rowsBetween(timeS, touchS - POWER_OFF.lookBackS, touchS);
  const last = to - 1;
  if (last < from || Number.isNaN(power(last))) return null;
  let idleFrom = last;
  let highestFt = altitudeFt.values[last];
  for (let i = last; i >= from && timeS[idleFrom] - timeS[i] <= POWER_OFF.burstS; i--)
    if (power(i) < POWER_OFF.idleShare) {
      idleFrom = i;
      highestFt = Math.max(highestFt, altitudeFt.values[i]);
    }
  return (
    timeS[last] - timeS[idleFrom] >= POWER_OFF.leastS &&
    highestFt - altitudeFt.values[last] >= POWER_OFF.fromFt
  );
}
