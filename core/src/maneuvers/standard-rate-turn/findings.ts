/** What goes wrong in a standard-rate turn besides what goes wrong in any level one: the rate itself. */
import { between, type Check } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { heldSpan } from '../../kits/turns/plain-turns.ts';
import { valueAt } from '../../recording/columns/span.ts';
import { RATE_LIMITS, STANDARD_RATE_DEG_PER_S } from './tables.ts';

export const RATE_FINDINGS = ['rate-too-fast', 'rate-too-slow'] as const;

/** What the words of each need besides its size. */
export type RateParams = Record<(typeof RATE_FINDINGS)[number], { degPerS: number; bankDeg: number }>;
const find = findingsOf<RateParams>();

/** The heading turned in the held part against the time that it took. */
export const rateOff: Check = (c) => {
  const { track, attempt, context } = c;
  const { fromS, toS } = heldSpan(track, attempt);
  const rows = between(c, fromS, toS);
  if (rows.to - rows.from < 2 || toS - fromS < 5) return undefined;
  const heading = (atS: number) => valueAt(track.timeS, track.headingDeg.values, atS);
  const rate = Math.abs(heading(toS) - heading(fromS)) / (toS - fromS);
  const off = rate - STANDARD_RATE_DEG_PER_S;
  if (!(Math.abs(off) > limitsOf(context, RATE_LIMITS).offDegPerS)) return undefined;
  const span = { startS: fromS, endS: toS };
  return off > 0
    ? find(c, 'rate-too-fast', 'fault', span, [off, 'deg/s'], {
        degPerS: rate,
        bankDeg: attempt.targets.bankDeg,
      })
    : find(c, 'rate-too-slow', 'fault', span, [-off, 'deg/s'], {
        degPerS: rate,
        bankDeg: attempt.targets.bankDeg,
      });
};
