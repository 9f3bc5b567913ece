/**
 * The energy rule: height plus V²/2g. Height and speed that trade with the energy constant were moved by pitch;
 * energy that falls or grows was power or drag. Derivable from ½mV² + mgh; 10 kt is about 85 ft at 95 kt.
 */
import { heightWorthFt } from '../mechanics/turning.ts';

export type EnergyCause = 'pitch' | 'less-energy' | 'more-energy';

/** The share of a change in height that energy may explain before it stops being pitch alone. */
const TRADED_SHARE = 0.5;

/** What moved the airplane between two moments, from the heights (ft) and true airspeeds (kt) at both. */
export function energyCause(
  from: { altitudeFt: number; tasKt: number },
  to: { altitudeFt: number; tasKt: number },
): { cause: EnergyCause; energyFt: number } {
  const heightFt = to.altitudeFt - from.altitudeFt;
  const energyFt = heightFt + heightWorthFt(from.tasKt, to.tasKt);
  if (Math.abs(energyFt) <= TRADED_SHARE * Math.abs(heightFt)) return { cause: 'pitch', energyFt };
  return { cause: energyFt < 0 ? 'less-energy' : 'more-energy', energyFt };
}
