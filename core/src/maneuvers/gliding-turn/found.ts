/** Gliding turns in a recording: descending turns with the power off. Where nothing tells the power there is none. */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { meanPower, sceneOf } from '../../kits/attempt/scene.ts';
import { heldSpan, turnProposals } from '../../kits/turns/plain-turns.ts';
import { type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { GLIDE_TURN_SIGNS } from './tables.ts';

/** A descending turn that was briefed may end in a glide: it stays one where no gliding turn was briefed beside it. */
export function glidingTurns(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const briefed = (id: string) => context.briefs.some((brief) => brief.maneuver === id);
  if (briefed('descending-turn') && !briefed(maneuver)) return [];
  return turnProposals(track, context, maneuver, 'descending').filter(
    (turn) => meanPower(sceneOf(track, context), heldRows(track, turn)) < GLIDE_TURN_SIGNS.idleShare,
  );
}

function heldRows(track: Track, turn: Proposal): Rows {
  const { fromS, toS } = heldSpan(track, turn);
  return rowsBetween(track.timeS, fromS, toS, turn.segment);
}
