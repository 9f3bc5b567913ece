/** What goes wrong in a standard-rate turn besides what goes wrong in any level one: the rate itself. */
import { between, type Check } from '../../kits/attempt/case.ts';
import { AT_THE_END, fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { heldSpan } from '../../kits/turns/plain-turns.ts';
import { valueAt } from '../../recording/columns/span.ts';
import { limitsOf } from '../../units/figures.ts';
import { RATE_LIMITS, STANDARD_RATE_DEG_PER_S } from './tables.ts';

/** What the words of each need besides its size. */
export type RateParams = Record<'rate-too-fast' | 'rate-too-slow', { degPerS: number; bankDeg: number }>;
const find = findingsOf<RateParams>();

/** The heading turned in the held part against the time that it took. */
const rateOff =
  (way: 1 | -1): Check =>
  (c) => {
    const { track, attempt, context } = c;
    const { fromS, toS } = heldSpan(track, attempt);
    const rows = between(c, fromS, toS);
    if (rows.to - rows.from < 2 || toS - fromS < 5) return undefined;
    const heading = (atS: number) => valueAt(track.timeS, track.headingDeg.values, atS);
    const rate = Math.abs(heading(toS) - heading(fromS)) / (toS - fromS);
    const off = rate - STANDARD_RATE_DEG_PER_S;
    if (!(way * off > limitsOf(context, RATE_LIMITS).offDegPerS)) return undefined;
    const span = { startS: fromS, endS: toS };
    return find(c, way > 0 ? 'rate-too-fast' : 'rate-too-slow', 'fault', span, [way * off, 'deg/s'], {
      degPerS: rate,
      bankDeg: attempt.targets.bankDeg,
    });
  };

export const RATE_FAULTS = [
  fault({ name: 'rate-too-fast', hand: 'bank', seen: AT_THE_END, find: rateOff(1) }),
  fault({ name: 'rate-too-slow', hand: 'bank', seen: AT_THE_END, find: rateOff(-1) }),
] as const;
