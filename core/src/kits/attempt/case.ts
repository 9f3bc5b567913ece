/** What each check of a maneuver's findings is given, and how they are run. */

import { type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';

import type { Finding } from '../../scoring/schema.ts';
import { type FlapMove, openFlapMoves } from '../../signals/flaps.ts';
import type { Attempt, Proposal, ScoringContext } from './attempt.ts';
import { type Scene, sceneOf } from './scene.ts';

export interface Case {
  track: Track;
  attempt: Attempt;
  /** The attempt that follows, if there is one. */
  next?: Proposal;
  context: ScoringContext;
  scene: Scene;
  /** Rows from start to end. */
  rows: Rows;
  /** +1 to the right, −1 to the left. */
  side: number;
}

export type Check = (c: Case) => Finding | undefined | (Finding | undefined)[];

export const caseOf = (track: Track, attempt: Attempt, context: ScoringContext, next?: Proposal): Case => ({
  track,
  attempt,
  next,
  context,
  scene: sceneOf(track, context),
  rows: rowsBetween(track.timeS, attempt.startS, attempt.endS, attempt.segment),
  side: attempt.variant === 'left' ? -1 : 1,
});

/** Rows of a phase; none where the attempt has no such phase. */
export function phaseRows({ track, attempt }: Case, name: string): Rows {
  const phase = phaseNamed(attempt.phases, name);
  return phase ? rowsBetween(track.timeS, phase.startS, phase.endS, attempt.segment) : { from: 0, to: 0 };
}

export const between = ({ track, attempt }: Case, fromS: number, toS: number): Rows =>
  rowsBetween(track.timeS, fromS, toS, attempt.segment);

/** Times of two rows as a span in order. */
export const spanOf = ({ track }: Case, a: number, b: number): Span => ({
  startS: track.timeS[Math.min(a, b)],
  endS: track.timeS[Math.max(a, b)],
});

/** Least and greatest row of a column. */
export function extremes(values: ArrayLike<number>, { from, to }: Rows): { low: number; high: number } {
  let [low, high] = [-1, -1];
  for (let i = from; i < to; i++) {
    if (Number.isNaN(values[i])) continue;
    if (low < 0 || values[i] < values[low]) low = i;
    if (high < 0 || values[i] > values[high]) high = i;
  }
  return { low, high };
}

/** Moments at which the flaps began to move out (or in), each with the degrees that it ended at. */
export function flapMoves({ track }: Case, { from, to }: Rows): readonly FlapMove[] {
  const movesAt = openFlapMoves(track);
  let moves: readonly FlapMove[] = [];
  for (let row = from + 1; movesAt && row < to; row++) moves = movesAt(row);
  return moves;
}
