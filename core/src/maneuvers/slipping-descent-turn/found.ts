/**
 * Slipping descent turns in a recording: a descending turn with the ball out on the inside for most of it. Without a recorded
 * ball nothing tells one from a plain descending turn, and it stays that.
 */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { meanClimb, practisedTurns } from '../../kits/turns/plain-turns.ts';
import { proposalOf, type Turn } from '../../kits/turns/turns.ts';
import type { Channel } from '../../recording/columns/channel.ts';
import type { Track } from '../../recording/track/track.ts';
import { median } from '../../units/numbers.ts';
import { SLIP_SIGNS } from './tables.ts';

export function slippingTurns(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const ball = track.other('lat_g');
  if (!ball) return [];
  const turns = practisedTurns(track, context).filter(
    (turn) =>
      turn.turnedDeg >= SLIP_SIGNS.leastTurnDeg &&
      turn.heldBankDeg >= SLIP_SIGNS.leastBankDeg &&
      turn.heldBankDeg < SLIP_SIGNS.mostBankDeg &&
      meanClimb(track, turn) < SLIP_SIGNS.sinkFpm,
  );
  if (turns.length === 0) return [];
  const briefed = context.briefs.some((brief) => brief.maneuver === maneuver);
  const [leastG, leastShare] = briefed
    ? [SLIP_SIGNS.briefedBallG, SLIP_SIGNS.briefedShare]
    : [SLIP_SIGNS.ballG, SLIP_SIGNS.leastShare];
  const levelG = levelBallG(track, ball);
  return turns
    .filter((turn) => slippingShare(ball, turn, levelG, leastG) >= leastShare)
    .map((turn) => proposalOf(turn, maneuver));
}

/** What a recorder that is mounted askew shows with the ball in the middle, g: the median with the wings level. */
function levelBallG(track: Track, ball: Channel): number {
  const level = ball.values.filter(
    (force, i) => Number.isFinite(force) && Math.abs(track.bankDeg.values[i]) < SLIP_SIGNS.levelBankDeg,
  );
  return level.length > 0 ? median(level) : 0;
}

/** Share of a turn's rows with the ball on its inside by at least so much, g. */
function slippingShare(ball: Channel, { rows, direction }: Turn, levelG: number, leastG: number): number {
  const side = direction === 'left' ? -1 : 1;
  let inside = 0;
  // A force to the right is a ball to the left.
  for (let i = rows.from; i < rows.to; i++) if (-side * (ball.values[i] - levelG) > leastG) inside++;
  return inside / (rows.to - rows.from);
}
