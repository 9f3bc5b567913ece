/** Turns of any bank: from where the wings last left level to where they are level again. */

import type { Rows } from '../../recording/columns/span.ts';
import { valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { middleOf } from '../../units/numbers.ts';
import type { Proposal } from '../attempt/attempt.ts';
import { TURN_SIGNS } from './tables.ts';

export interface Turn {
  direction: 'left' | 'right';
  startS: number;
  endS: number;
  /** The rows beyond the edge bank. */
  rows: Rows;
  segment: Rows;
  /** Degrees of heading turned through, not signed. */
  turnedDeg: number;
  /** The bank held: the median of |bank|, roll-in and roll-out left out. */
  heldBankDeg: number;
  /** Whether the recording shows its beginning, and its end. */
  begins: boolean;
  ends: boolean;
}

export function findTurns(track: Track): Turn[] {
  const turns: Turn[] = [];
  const bank = track.bankDeg.values;
  for (const segment of track.segments) {
    let from = segment.from;
    while (from < segment.to) {
      if (Math.abs(bank[from]) < TURN_SIGNS.turnEdgeDeg) {
        from++;
        continue;
      }
      const sign = Math.sign(bank[from]);
      let to = from;
      while (to < segment.to && sign * bank[to] >= TURN_SIGNS.turnEdgeDeg) to++;
      turns.push(describeTurn(track, segment, { from, to }, sign));
      from = to;
    }
  }
  return turns;
}

function describeTurn(track: Track, segment: Rows, rows: Rows, sign: number): Turn {
  const { timeS } = track;
  const bank = track.bankDeg.values;
  const begins = rows.from > segment.from;
  const ends = rows.to < segment.to;
  const startS = begins ? edgeCrossing(timeS, bank, rows.from - 1, sign) : timeS[rows.from];
  const endS = ends ? edgeCrossing(timeS, bank, rows.to - 1, sign) : timeS[rows.to - 1];
  const heading = track.headingDeg.values;
  const turned = valueAt(timeS, heading, endS) - valueAt(timeS, heading, startS);
  return {
    direction: sign < 0 ? 'left' : 'right',
    startS,
    endS,
    rows,
    segment,
    turnedDeg: Math.abs(turned),
    heldBankDeg: heldBank(bank, rows),
    begins,
    ends,
  };
}

/** When the bank passes the edge between rows i and i + 1. */
function edgeCrossing(timeS: Float64Array, bank: Float64Array, i: number, sign: number): number {
  const a = sign * bank[i] - TURN_SIGNS.turnEdgeDeg;
  const b = sign * bank[i + 1] - TURN_SIGNS.turnEdgeDeg;
  return a === b ? timeS[i] : timeS[i] + (a / (a - b)) * (timeS[i + 1] - timeS[i]);
}

/** The median once more over what is near the plain median or above: rolling in and out no longer counts. */
export function heldBank(bank: Float64Array, { from, to }: Rows): number {
  const sizes = new Float64Array(to - from);
  for (let i = from; i < to; i++) sizes[i - from] = Math.abs(bank[i]);
  sizes.sort();
  const least = 0.8 * middleOf(sizes);
  return middleOf(sizes.subarray(sizes.findIndex((size) => size >= least)));
}

/** The turn as an attempt at a maneuver; one that the recording cuts short is discontinued. */
export const proposalOf = (turn: Turn, maneuver: string): Proposal => ({
  maneuver,
  variant: turn.direction,
  startS: turn.startS,
  endS: turn.endS,
  segment: turn.segment,
  ...(turn.ends
    ? { state: 'complete' }
    : { state: 'discontinued', endedBy: { code: 'recording-breaks-off' } }),
});
