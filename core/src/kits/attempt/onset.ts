/** A fault as it was reached in an attempt that is over: the same watch over the whole flight's columns. */
import { firstRowAt, rowsBetween } from '../../recording/columns/span.ts';
import { judgingRows } from '../../scoring/standard.ts';
import type { Case } from './case.ts';
import { type Fault, type Flying, isSeen, type Onset, openOnset, type Seen } from './fault.ts';

/** What follows an attempt is looked at for so long, s. */
export const AFTER_S = 15;
/** What follows an attempt, whatever it was. */
export const SETTLE = 'settle';

function flyingOf({ track, attempt, context, side }: Case): Flying {
  const rows = judgingRows(context, attempt).rows;
  return {
    columns: track,
    airplane: context.airplane,
    weightLb: context.weightLb,
    groundFt: context.groundFt,
    clearsBeforeEach: context.clearsBeforeEach,
    thresholds: context.thresholds,
    brief: attempt.brief,
    firstRow: attempt.segment.from,
    startRow: Math.min(firstRowAt(track.timeS, attempt.startS), track.timeS.length - 1),
    startS: attempt.startS,
    inheritsEntry: attempt.inheritsEntry,
    entry: attempt.entry,
    targets: attempt.targets,
    side,
    toleranceOf: (parameter) => rows.find((row) => row.parameter === parameter && row.required),
  };
}

/** Follows a fault through an attempt; what follows it belongs to its settling. */
export function onsetIn(seen: Seen, c: Case): Onset {
  const { track, attempt } = c;
  const onset = openOnset(seen, flyingOf(c));
  const until = attempt.endS + AFTER_S;
  const { from, to } = rowsBetween(track.timeS, attempt.startS, until, attempt.segment);
  for (let row = from; row < to && Number.isNaN(onset.reachedS); row++) {
    const timeS = track.timeS[row];
    onset.look({
      row,
      timeS,
      inPhase: (name) =>
        name === SETTLE
          ? timeS >= attempt.endS
          : attempt.phases.some(
              (phase) => phase.name === name && timeS >= phase.startS && timeS <= phase.endS,
            ),
    });
  }
  return onset;
}

/** Whether Debrief names it: as it was seen to be reached, or by the whole attempt. */
export const isReached = (fault: Fault, c: Case): boolean =>
  !isSeen(fault) || !Number.isNaN(onsetIn(fault.seen, c).reachedS);
