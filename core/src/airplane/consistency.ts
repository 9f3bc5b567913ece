/** What the numbers of one airplane must be to each other; each problem is a sentence at a field, in the airplane's unit. */
import { speedIn } from '../units/convert.ts';

export interface Problem {
  path: (string | number)[];
  message: string;
}

interface Speeds {
  speedUnit?: 'kt' | 'mph';
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
  const say = (path: Problem['path'], message: string) => problems.push({ path, message });
  const unit = airplane.speedUnit ?? 'kt';
  /** A speed as its owner reads it; a knot says no unit. */
  const speed = (kt: number): string =>
    unit === 'kt' ? String(kt) : `${Number(speedIn(kt, unit).toFixed(1))} ${unit}`;
  for (const [low, high, equal] of RISING) {
    const [a, b] = [airplane[low] as number | undefined, airplane[high] as number | undefined];
    if (a === undefined || b === undefined || a < b || (equal && a === b)) continue;
    // The one that is more often mistyped is the one that has no other to lean on.
    const field = low === 'emptyWeightLb' ? low : high;
    const [words, other, value] =
      field === low ? [`must be below ${high}`, b, a] : [`must be above ${low}`, a, b];
    const [own, beside] = field.endsWith('Kias') ? [speed(value), speed(other)] : [value, other];
    say([field], `${field} (${own}) ${words} (${beside})`);
  }
  for (const setting of ['clean', 'landing'] as const) {
    const warning = airplane.warningKias?.[setting];
    const stall = setting === 'clean' ? airplane.vs1Kias : airplane.vs0Kias;
    if (warning !== undefined && warning <= stall)
      say(
        ['warningKias', setting],
        `the warning (${speed(warning)}) must sound above the stall speed (${speed(stall)})`,
      );
  }
  airplane.flaps.forEach(({ deg, vfeKias }, i) => {
    const before = airplane.flaps[i - 1];
    if (before && deg <= before.deg)
      say(['flaps', i, 'deg'], `flap stages must rise: ${deg}° comes after ${before.deg}°`);
    if (before && vfeKias > before.vfeKias)
      say(
        ['flaps', i, 'vfeKias'],
        `the limit at ${deg}° (${speed(vfeKias)}) must not be above the one at ${before.deg}° (${speed(before.vfeKias)})`,
      );
    if (vfeKias <= airplane.vs0Kias)
      say(
        ['flaps', i, 'vfeKias'],
        `the limit (${speed(vfeKias)}) must be above vs0Kias (${speed(airplane.vs0Kias)})`,
      );
  });
  if ((airplane.takeoffStage ?? 0) > airplane.flaps.length)
    say(['takeoffStage'], `there are only ${airplane.flaps.length} flap stages`);
  const ids = (airplane.stations ?? []).map(({ id }) => id);
  ids.forEach((id, i) => {
    if (ids.indexOf(id) !== i) say(['stations', i, 'id'], `the station ${id} is there twice`);
  });
  const balance = [airplane.stations, airplane.emptyArmIn, airplane.cgEnvelope];
  if (balance.some((part) => part !== undefined)) {
    const missing = [
      ['stations', airplane.stations],
      ['emptyArmIn', airplane.emptyArmIn],
      ['cgEnvelope', airplane.cgEnvelope],
      ['emptyWeightLb', airplane.emptyWeightLb],
    ].filter(([, value]) => value === undefined);
    for (const [field] of missing)
      say([String(field)], 'the balance needs stations, emptyArmIn, emptyWeightLb and cgEnvelope together');
  }
  return problems;
}
