/** What the numbers of one airplane must be to each other; each problem is a code at a field, with its figures as the file has them. */
import { type Coded, codesOf } from '../coded.ts';

export interface Problem extends Coded {
  path: (string | number)[];
}

/** Fields by their name in the file; a field that ends in Kias is a speed. */
export interface AirplaneProblems {
  'airplane/below': { field: string; value: number; other: string; beside: number };
  'airplane/above': { field: string; value: number; other: string; beside: number };
  'airplane/warning': { warningKias: number; stallKias: number };
  'airplane/stages-rise': { deg: number; beforeDeg: number };
  'airplane/limits-fall': { deg: number; limitKias: number; beforeDeg: number; beforeKias: number };
  'airplane/limit-stall': { limitKias: number; vs0Kias: number };
  'airplane/no-stage': { stages: number };
  'airplane/station-twice': { station: string };
  'airplane/balance-parts': Record<never, never>;
}
const problem = codesOf<AirplaneProblems>();

interface Speeds {
  vs0Kias: number;
  vs1Kias: number;
  vaKiasAtMax: number;
  vxKias?: number;
  vyKias?: number;
  bestGlideKias?: number;
  vneKias?: number;
  maxWeightLb: number;
  emptyWeightLb?: number;
  flaps: { deg: number; vfeKias: number }[];
  takeoffStage?: number;
  approachKias?: number;
  warningKias?: { clean?: number; landing?: number };
  idleRpm?: number;
  maxRpm?: number;
  stations?: { id: string }[];
  emptyArmIn?: number;
  fuel?: unknown;
  cgEnvelope?: unknown;
}

/** [slower field, faster field, whether they may be equal]. */
const RISING: [keyof Speeds, keyof Speeds, boolean][] = [
  // Some airplanes stall at nearly the same speed either way.
  ['vs0Kias', 'vs1Kias', true],
  ['vs1Kias', 'vaKiasAtMax', false],
  ['vaKiasAtMax', 'vneKias', false],
  ['vs1Kias', 'vxKias', false],
  ['vxKias', 'vyKias', true],
  ['vyKias', 'vneKias', false],
  ['vs1Kias', 'bestGlideKias', false],
  ['vs0Kias', 'approachKias', false],
  ['emptyWeightLb', 'maxWeightLb', false],
  ['idleRpm', 'maxRpm', false],
];

export function orderProblems(airplane: Speeds): Problem[] {
  const problems: Problem[] = [];
  const add = (path: Problem['path'], coded: Coded) => problems.push({ path, ...coded });
  for (const [low, high, equal] of RISING) {
    const [a, b] = [airplane[low] as number | undefined, airplane[high] as number | undefined];
    if (a === undefined || b === undefined || a < b || (equal && a === b)) continue;
    // The one that is more often mistyped is the one that has no other to lean on.
    const field = low === 'emptyWeightLb' ? low : high;
    add(
      [field],
      field === low
        ? problem('airplane/below', { field, value: a, other: high, beside: b })
        : problem('airplane/above', { field, value: b, other: low, beside: a }),
    );
  }
  for (const setting of ['clean', 'landing'] as const) {
    const warning = airplane.warningKias?.[setting];
    const stall = setting === 'clean' ? airplane.vs1Kias : airplane.vs0Kias;
    if (warning !== undefined && warning <= stall)
      add(['warningKias', setting], problem('airplane/warning', { warningKias: warning, stallKias: stall }));
  }
  airplane.flaps.forEach(({ deg, vfeKias }, i) => {
    const before = airplane.flaps[i - 1];
    if (before && deg <= before.deg)
      add(['flaps', i, 'deg'], problem('airplane/stages-rise', { deg, beforeDeg: before.deg }));
    if (before && vfeKias > before.vfeKias)
      add(
        ['flaps', i, 'vfeKias'],
        problem('airplane/limits-fall', {
          deg,
          limitKias: vfeKias,
          beforeDeg: before.deg,
          beforeKias: before.vfeKias,
        }),
      );
    if (vfeKias <= airplane.vs0Kias)
      add(
        ['flaps', i, 'vfeKias'],
        problem('airplane/limit-stall', { limitKias: vfeKias, vs0Kias: airplane.vs0Kias }),
      );
  });
  if ((airplane.takeoffStage ?? 0) > airplane.flaps.length)
    add(['takeoffStage'], problem('airplane/no-stage', { stages: airplane.flaps.length }));
  const ids = (airplane.stations ?? []).map(({ id }) => id);
  ids.forEach((id, i) => {
    if (ids.indexOf(id) !== i) add(['stations', i, 'id'], problem('airplane/station-twice', { station: id }));
  });
  const balance = [airplane.stations, airplane.emptyArmIn, airplane.cgEnvelope];
  if (balance.some((part) => part !== undefined)) {
    const missing = [
      ['stations', airplane.stations],
      ['emptyArmIn', airplane.emptyArmIn],
      ['cgEnvelope', airplane.cgEnvelope],
      ['emptyWeightLb', airplane.emptyWeightLb],
    ].filter(([, value]) => value === undefined);
    for (const [field] of missing) add([String(field)], problem('airplane/balance-parts'));
  }
  return problems;
}
