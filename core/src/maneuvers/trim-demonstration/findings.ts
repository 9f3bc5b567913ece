/** What spoils the trim demonstration: a hand on the stick or on the trim. */
import { between, type Check } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { finding, idsOf, numberText } from '../../kits/attempt/finding.ts';
import { speedsOf } from './found.ts';
import { TRIM_LIMITS, TRIM_SIGNS } from './tables.ts';

export const TRIM_FINDINGS = ['hand-on-it', 'another-speed'] as const;
const ID = idsOf(TRIM_FINDINGS);

export const handOnIt: Check = (c) => {
  const { track, attempt, context } = c;
  const limits = limitsOf(context, TRIM_LIMITS);
  const rows = between(c, attempt.startS + TRIM_SIGNS.beforeS, attempt.endS);
  const spread = (name: 'elevator' | 'trim') => {
    const values = track.other(name)?.values.subarray(rows.from, rows.to);
    return values ? Math.max(...values) - Math.min(...values) : 0;
  };
  const [stick, trim] = [spread('elevator'), spread('trim')];
  if (stick <= limits.movedStick && trim <= limits.movedTrim) return undefined;
  return finding(ID(c, 'hand-on-it'), 'note', attempt, Math.max(stick, trim), 'of travel', {
    what:
      stick > limits.movedStick
        ? `The stick moved through ${numberText(100 * stick)} % of its travel.`
        : 'The trim was moved.',
    why: 'What the airplane does by itself shows only with the hands off.',
    tryNext: 'Hands off in pitch; wings by feet and a finger; wait until it has swung out.',
  });
};

export const anotherSpeed: Check = (c) => {
  const { beforeKt, afterKt } = speedsOf(c.track, c.attempt);
  const off = afterKt - beforeKt;
  if (!(Math.abs(off) > limitsOf(c.context, TRIM_LIMITS).backKt)) return undefined;
  return finding(ID(c, 'another-speed'), 'note', c.attempt, Math.abs(off), 'kt', {
    what: `Trimmed for ${numberText(beforeKt)} kt, it ended at ${numberText(afterKt)}.`,
    why: 'It was held, trimmed, or not given the time to swing out.',
    tryNext: 'Trim it off before; then power alone, and a minute of patience.',
  });
};
