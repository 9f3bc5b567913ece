/** What can go against a limit whatever is flown: the flaps' speeds, a spiral, the red line. */
import { slopeBack } from '../../signals/columns.ts';
import { limitsOf } from '../../units/figures.ts';
import { fault } from './fault.ts';
import { flapOverspeedIn, neverExceedIn, spiralFindingIn } from './limits.ts';
import { GENERAL_LIMITS } from './tables.ts';

/** A bank that grows and a speed that rises are slopes of so long, s. */
const SLOPE_S = 3;

export const LIMIT_FAULTS = [
  fault({
    name: 'flap-overspeed',
    seen: {
      watch:
        ({ columns, airplane }) =>
        ({ row }) => {
          const deg = columns.other('flaps_deg')?.values[row];
          if (deg === undefined || Number.isNaN(deg)) return Number.NaN;
          const limits = (airplane?.flaps ?? []).filter((stage) => deg > stage.deg - 1);
          return columns.airspeedKt.values[row] - Math.min(...limits.map(({ vfeKias }) => vfeKias));
        },
      edge: (flying) => limitsOf(flying, GENERAL_LIMITS).flapNoteKt,
    },
    find: (c) => flapOverspeedIn(c, c),
  }),
  fault({
    name: 'spiral',
    hazard: 'out-of-control',
    seen: {
      watch: (flying) => {
        const { columns, startRow, targets } = flying;
        const { spiralBankDeg, spiralDegPerS } = limitsOf(flying, GENERAL_LIMITS);
        const briefed = targets.bankDeg ?? 0;
        const limit = Math.max(spiralBankDeg, briefed > 0 ? briefed + 10 : 0);
        return ({ row }) => {
          const bank = columns.bankDeg.values;
          if (!(Math.abs(bank[row]) > limit)) return Number.NaN;
          const perS = (values: Float64Array) => slopeBack(columns, values, row, SLOPE_S, startRow);
          const down = perS(columns.altitudeFt.values) < 0 && perS(columns.airspeedKt.values) > 0;
          return down && Math.sign(bank[row]) * perS(bank) > spiralDegPerS ? 1 : 0;
        };
      },
      edge: () => 0.5,
      lastsS: (flying) => limitsOf(flying, GENERAL_LIMITS).spiralS,
    },
    find: (c) => spiralFindingIn(c, c, c.attempt.targets.bankDeg),
  }),
  fault({
    name: 'never-exceed',
    hazard: 'red-line',
    seen: {
      watch:
        ({ columns, airplane }) =>
        ({ row }) =>
          columns.airspeedKt.values[row] - (airplane?.vneKias ?? Number.NaN),
      edge: () => 0,
    },
    find: (c) => neverExceedIn(c, c),
  }),
] as const;
