/** What was read at the run-up against the airplane's limits. */
import type { Airplane } from '../airplane/schema.ts';

const RUN_UP_READINGS = ['leftDropRpm', 'rightDropRpm', 'heatDropRpm', 'idleRpm'] as const;
export type RunUpReading = (typeof RUN_UP_READINGS)[number];
export type RunUpReadings = Partial<Record<RunUpReading, number>>;

export type RunUpProblem =
  | { code: 'drop-beyond'; side: 'left' | 'right'; rpm: number; limitRpm: number }
  /** No drop: the magneto may be live with its switch off. */
  | { code: 'no-drop'; side: 'left' | 'right' }
  | { code: 'difference'; rpm: number; limitRpm: number }
  | { code: 'no-heat' }
  | { code: 'idle'; rpm: number; fromRpm: number | null; toRpm: number | null };

/** What there is to read in this airplane. */
export const readingsOf = (airplane: Airplane): RunUpReading[] =>
  RUN_UP_READINGS.filter((reading) => reading !== 'heatDropRpm' || airplane.engine?.carburettor !== false);

/** Every one of them ends the lesson where it stands; what was not read says nothing. */
export function runUpProblems({ runUp = {} }: Airplane, read: RunUpReadings): RunUpProblem[] {
  const { dropRpm, differenceRpm, idleFromRpm = null, idleToRpm = null } = runUp;
  const { leftDropRpm: left, rightDropRpm: right, heatDropRpm: heat, idleRpm: idle } = read;
  const drops = [
    { side: 'left' as const, rpm: left },
    { side: 'right' as const, rpm: right },
  ];
  return [
    ...drops.flatMap(({ side, rpm }): RunUpProblem[] => {
      if (rpm === undefined) return [];
      if (rpm === 0) return [{ code: 'no-drop', side }];
      return dropRpm !== undefined && rpm > dropRpm
        ? [{ code: 'drop-beyond', side, rpm, limitRpm: dropRpm }]
        : [];
    }),
    ...(left !== undefined &&
    right !== undefined &&
    differenceRpm !== undefined &&
    Math.abs(left - right) > differenceRpm
      ? [{ code: 'difference' as const, rpm: Math.abs(left - right), limitRpm: differenceRpm }]
      : []),
    ...(heat === 0 ? [{ code: 'no-heat' as const }] : []),
    ...(idle !== undefined &&
    ((idleFromRpm !== null && idle < idleFromRpm) || (idleToRpm !== null && idle > idleToRpm))
      ? [{ code: 'idle' as const, rpm: idle, fromRpm: idleFromRpm, toRpm: idleToRpm }]
      : []),
  ];
}
