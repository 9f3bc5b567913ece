/** Several keels as one: where the attempts lay on the average, and between which edges, over the time of a reference. */
import type { Parameter } from '../scoring/standard.ts';
import { roundTo } from '../units/numbers.ts';
import { alignByPhase } from './align.ts';
import type { AttemptScore } from './score.ts';
import type { KeelTrace } from './trace.ts';

/** An attempt with what its keel draws. */
export interface Drawn {
  attempt: Pick<AttemptScore, 'startS' | 'endS' | 'phases'>;
  trace: Pick<KeelTrace, 'timeS' | 'lanes'>;
}

export interface AverageLane {
  parameter: Parameter;
  /** In units of tolerance, on the reference's rows; null where fewer than two have a value. */
  mean: (number | null)[];
  /** The lowest and the highest of them: no more is claimed of a handful. */
  low: (number | null)[];
  high: (number | null)[];
}

/** Keels farther apart than this, in seconds of the reference, are not read as being of the same moment. */
const NEAR_S = 2;

/** @returns a lane for each of the reference's that at least two of the others have. */
export function averageKeel(reference: Drawn, others: readonly Drawn[]): AverageLane[] {
  const { timeS } = reference.trace;
  return reference.trace.lanes.flatMap(({ parameter }): AverageLane[] => {
    const onReference = others.flatMap(({ attempt, trace }) => {
      const lane = trace.lanes.find((one) => one.parameter === parameter);
      if (!lane) return [];
      const align = alignByPhase(attempt, reference.attempt);
      return [readAt(timeS, trace.timeS.map(align), lane.used)];
    });
    if (onReference.length < 2) return [];
    const lane: AverageLane = { parameter, mean: [], low: [], high: [] };
    for (let i = 0; i < timeS.length; i++) {
      const known = onReference.flatMap((values) => values[i] ?? []);
      const enough = known.length >= 2;
      lane.mean.push(enough ? roundTo(known.reduce((a, b) => a + b, 0) / known.length, 3) : null);
      lane.low.push(enough ? Math.min(...known) : null);
      lane.high.push(enough ? Math.max(...known) : null);
    }
    return [lane];
  });
}

/** Values at given times, each from the nearest row; null where none is near. Both times rise. */
function readAt(
  wantedS: readonly number[],
  atS: readonly number[],
  values: readonly (number | null)[],
): (number | null)[] {
  let row = 0;
  return wantedS.map((wanted) => {
    while (row + 1 < atS.length && Math.abs(atS[row + 1] - wanted) <= Math.abs(atS[row] - wanted)) row++;
    return Math.abs(atS[row] - wanted) <= NEAR_S ? (values[row] ?? null) : null;
  });
}
