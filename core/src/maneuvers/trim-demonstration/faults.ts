/** What spoils the trim demonstration: a hand on the stick or on the trim. */
import { between } from '../../kits/attempt/case.ts';
import { fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { limitsOf } from '../../units/figures.ts';
import { speedsOf } from './found.ts';
import { TRIM_LIMITS, TRIM_SIGNS } from './tables.ts';

/** What the words of each need besides its size. */
export interface TrimParams {
  'hand-on-it': { moved: 'stick' | 'trim'; sharePct: number };
  'another-speed': { beforeKt: number; afterKt: number };
}
const find = findingsOf<TrimParams>();

const handOnIt = fault({
  name: 'hand-on-it',
  seen: { afterwards: 'a demonstration is watched in silence' },
  find: (c) => {
    const { track, attempt, context } = c;
    const limits = limitsOf(context, TRIM_LIMITS);
    const rows = between(c, attempt.startS + TRIM_SIGNS.beforeS, attempt.endS);
    const spread = (name: 'elevator' | 'trim') => {
      const values = track.other(name)?.values.subarray(rows.from, rows.to);
      return values ? Math.max(...values) - Math.min(...values) : 0;
    };
    const [stick, trim] = [spread('elevator'), spread('trim')];
    if (stick <= limits.movedStick && trim <= limits.movedTrim) return undefined;
    return find(c, 'hand-on-it', 'note', attempt, [Math.max(stick, trim), 'of travel'], {
      moved: stick > limits.movedStick ? 'stick' : 'trim',
      sharePct: 100 * stick,
    });
  },
});

const anotherSpeed = fault({
  name: 'another-speed',
  seen: { afterwards: 'a demonstration is watched in silence' },
  find: (c) => {
    const { beforeKt, afterKt } = speedsOf(c.track, c.attempt);
    const off = afterKt - beforeKt;
    if (!(Math.abs(off) > limitsOf(c.context, TRIM_LIMITS).backKt)) return undefined;
    return find(c, 'another-speed', 'note', c.attempt, [Math.abs(off), 'kt'], { beforeKt, afterKt });
  },
});

export const TRIM_FAULTS = [handOnIt, anotherSpeed] as const;
