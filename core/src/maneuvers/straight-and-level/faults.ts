/** What goes wrong in straight and level flight. */
import type { None } from '../../coded.ts';
import { between } from '../../kits/attempt/case.ts';
import { AT_THE_END, fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { STRAIGHT_FAULTS } from '../../kits/straight/faults.ts';
import { STRAIGHT_LIMITS } from '../../kits/straight/tables.ts';
import { meanOver } from '../../recording/columns/span.ts';
import { countReversals, turningRows } from '../../signals/reversals.ts';
import { limitsOf } from '../../units/figures.ts';

/** What the words of each need besides its size. */
export interface LevelParams {
  chasing: None;
  'out-of-trim': { periodS: number };
  'altitude-offset': { low: boolean };
}
const find = findingsOf<LevelParams>();

export const chasing = fault({
  name: 'chasing',
  seen: AT_THE_END,
  find: (c) => {
    const { chasingReversals, chasingFpm } = limitsOf(c.context, STRAIGHT_LIMITS);
    const { timeS, verticalSpeedFpm } = c.track;
    let worst = { count: 0, startS: 0, endS: 0 };
    for (let s = c.attempt.startS; s < c.attempt.endS; s += 10) {
      const rows = between(c, s, Math.min(s + 60, c.attempt.endS));
      const count = countReversals(verticalSpeedFpm, rows.from, rows.to, 2 * chasingFpm);
      if (count > worst.count) worst = { count, startS: s, endS: timeS[rows.to - 1] };
    }
    if (worst.count < chasingReversals) return undefined;
    return find(c, 'chasing', 'fault', worst, [worst.count, 'reversals']);
  },
});

const outOfTrim = fault({
  name: 'out-of-trim',
  seen: { afterwards: 'how long its swings take is known when there were several' },
  find: (c) => {
    const altitude = c.track.altitudeFt.values;
    const { timeS } = c.track;
    const limits = limitsOf(c.context, STRAIGHT_LIMITS);
    const turned = turningRows(altitude, c.rows.from, c.rows.to, limits.trimSwingFt);
    const swings = turned.length;
    if (swings < limits.trimSwings) return undefined;
    const [startS, endS] = [timeS[turned[0]], timeS[turned[swings - 1]]];
    const periodS = (2 * (endS - startS)) / (swings - 1);
    if (periodS < limits.trimShortestS || periodS > limits.trimLongestS) return undefined;
    return find(c, 'out-of-trim', 'note', { startS, endS }, [swings, 'swings'], { periodS });
  },
});

const altitudeOffset = fault({
  name: 'altitude-offset',
  seen: AT_THE_END,
  find: (c) => {
    const wanted = c.attempt.brief?.entry?.altitudeFt ?? c.attempt.entry.altitudeFt;
    const off = meanOver(c.track.altitudeFt.values, c.rows) - wanted;
    if (!(Math.abs(off) > limitsOf(c.context, STRAIGHT_LIMITS).altitudeOffsetFt)) return undefined;
    return find(c, 'altitude-offset', 'note', c.attempt, [Math.abs(off), 'ft'], { low: off < 0 });
  },
});

export const LEVEL_FAULTS = [chasing, outOfTrim, ...STRAIGHT_FAULTS, altitudeOffset] as const;
