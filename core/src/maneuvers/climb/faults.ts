/** What goes wrong in a climb alone: slower than best angle it climbs less, nearer to the stall. */
import { speedAtWeightKias } from '../../airplane/limits.ts';
import type { Airplane } from '../../airplane/schema.ts';
import { phaseRows } from '../../kits/attempt/case.ts';
import { fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { longestStretch, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import { limitsOf } from '../../units/figures.ts';
import { CLIMB_LIMITS } from './tables.ts';

/** What the words of each need besides its size. */
export interface ClimbParams {
  'below-best-angle': { kias: number; vxKias: number; lastedS: number };
}
const find = findingsOf<ClimbParams>();

/** Best angle of climb at this weight, KIAS; NaN where the airplane's file has none. */
const vxKias = (airplane: Airplane | undefined, weightLb: number | undefined): number =>
  airplane?.vxKias === undefined
    ? Number.NaN
    : speedAtWeightKias(airplane, airplane.vxKias, {
        weightLb: weightLb ?? airplane.maxWeightLb,
        setting: 'clean',
      });

export const belowBestAngle = fault({
  name: 'below-best-angle',
  seen: {
    phases: ['established'],
    watch: ({ columns, airplane, weightLb }) => {
      const vx = vxKias(airplane, weightLb);
      return ({ row }) => vx - columns.airspeedKt.values[row];
    },
    edge: (flying) => limitsOf(flying, CLIMB_LIMITS).belowVxKt,
    lastsS: (flying) => limitsOf(flying, CLIMB_LIMITS).belowVxS,
  },
  find: (c) => {
    const { belowVxKt, belowVxS } = limitsOf(c.context, CLIMB_LIMITS);
    const vx = vxKias(c.context.airplane, c.context.weightLb);
    const speed = c.track.airspeedKt.values;
    const rows = phaseRows(c, 'established');
    const stretch = longestStretch(c.track.timeS, rows, (i) => vx - speed[i] > belowVxKt);
    const lastedS = stretch ? stretch.endS - stretch.startS : 0;
    if (!stretch || lastedS < belowVxS) return undefined;
    const slowest = rowOfMax(rowsBetween(c.track.timeS, stretch.startS, stretch.endS), (i) => -speed[i]);
    const kias = speed[slowest];
    return find(c, 'below-best-angle', 'fault', stretch, [vx - kias, 'kt'], { kias, vxKias: vx, lastedS });
  },
});
