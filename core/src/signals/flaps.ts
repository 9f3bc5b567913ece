/** How the flaps moved. */
import type { Columns } from './columns.ts';

export interface FlapMove {
  atS: number;
  endS: number;
  fromDeg: number;
  toDeg: number;
}

/** A step of the flaps between two rows that is a move, deg. */
const MOVED_DEG = 0.4;
/** A stage takes a moment to run; a pause of so long, or the other way, begins another move, s. */
const RUNS_S = 1.2;

/** Moves so far, row by row; undefined where the flaps are not recorded. */
export function openFlapMoves(columns: Columns): ((row: number) => readonly FlapMove[]) | undefined {
  const moves: FlapMove[] = [];
  if (!columns.other('flaps_deg')) return undefined;
  return (row) => {
    // Columns under way are another array once they have grown.
    const flaps = columns.other('flaps_deg')?.values;
    const change = flaps && row > 0 ? flaps[row] - flaps[row - 1] : 0;
    if (!flaps || !(Math.abs(change) >= MOVED_DEG)) return moves;
    const { timeS, stepS } = columns;
    const last = moves.at(-1);
    const goesOn =
      last &&
      timeS[row] - last.endS < Math.max(RUNS_S, 1.5 * stepS) &&
      Math.sign(change) === Math.sign(last.toDeg - last.fromDeg);
    if (goesOn) {
      last.toDeg = flaps[row];
      last.endS = timeS[row];
    } else moves.push({ atS: timeS[row - 1], fromDeg: flaps[row - 1], toDeg: flaps[row], endS: timeS[row] });
    return moves;
  };
}
