/**
 * Straight parts, looked for where a brief asks for them: climbs, descents, changes of speed and flaps, level flight,
 * the glide. Every flight has them, and a list of all would hide what was practised.
 */

import { type BriefTargets, offBriefedLineDeg } from '../../card/targets.ts';
import { movingMean } from '../../recording/columns/moving-mean.ts';
import { type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { isRough } from '../../signals/air.ts';
import type { Proposal, ScoringContext } from '../attempt/attempt.ts';
import { perTrack } from '../attempt/per-flight.ts';
import type { Stretch } from '../attempt/room.ts';
import { meanBetween, sceneOf } from '../attempt/scene.ts';
import { practisedTurns } from '../turns/plain-turns.ts';
import { STRAIGHT_SIGNS } from './tables.ts';

/** Stretches in which something holds, bridging short breaks. */
export function stretches(track: Track, so: (row: number) => boolean, leastS: number): Stretch[] {
  const { timeS } = track;
  const found: Stretch[] = [];
  for (const segment of track.segments) {
    let begin = Number.NaN;
    let lastS = Number.NaN;
    for (let i = segment.from; i < segment.to; i++) {
      if (so(i)) {
        if (Number.isNaN(begin)) begin = timeS[i];
        lastS = timeS[i];
      }
      if (!Number.isNaN(begin) && (timeS[i] - lastS > STRAIGHT_SIGNS.bridgeS || i === segment.to - 1)) {
        if (lastS - begin >= leastS) found.push({ startS: begin, endS: lastS, segment });
        begin = Number.NaN;
      }
    }
  }
  return found;
}

/** Straight stretches that a maneuver looks through: above the pattern and in no turn. */
export function straightProposals(
  track: Track,
  context: ScoringContext,
  maneuver: string,
  spansOf: (straight: (row: number) => boolean) => Stretch[],
  /** Whether it may begin at any altitude, as an engine may fail at any. */
  atAnyAltitude = false,
): Proposal[] {
  const briefs = context.briefs.filter((brief) => brief.maneuver === maneuver);
  if (briefs.length === 0) return [];
  const { lowestFt } = sceneOf(track, context);
  const turning = turningRows(track, context);
  const spans = spansOf((i) => !turning[i] && track.altitudeFt.values[i] > lowestFt);
  return spans
    .filter((span) => briefs.some((brief) => isMeant(track, brief, span, atAnyAltitude)))
    .map((span) => ({ maneuver, variant: 'standard', state: 'complete', ...span }));
}

/** Flown along the briefed line, either way, and from about its altitude: the way out and home is neither. */
function isMeant(
  track: Track,
  brief: BriefTargets,
  { startS, endS }: Stretch,
  atAnyAltitude: boolean,
): boolean {
  const { timeS, headingDeg, altitudeFt } = track;
  const middle = rowsBetween(timeS, (startS + endS) / 2, endS).from;
  const offLine = offBriefedLineDeg(headingDeg.values[middle], brief);
  const fromFt = meanBetween(track, altitudeFt.values, startS, startS + 2);
  const wantedFt = brief.entry?.altitudeFt ?? Number.NaN;
  const offFt = Math.abs(fromFt - wantedFt);
  return !(offLine > STRAIGHT_SIGNS.offLineDeg) && (atAnyAltitude || !(offFt > STRAIGHT_SIGNS.offAltitudeFt));
}

function turningRows(track: Track, context: ScoringContext): Uint8Array {
  const rows = new Uint8Array(track.timeS.length);
  for (const { rows: at, turnedDeg } of practisedTurns(track, context))
    if (turnedDeg > 20) rows.fill(1, at.from, at.to);
  return rows;
}

const isRoughFlight = perTrack((track) => isRough(track, { from: 0, to: track.timeS.length }));

/** The vertical speed; where the air is rough its mean over some seconds, since gusts come and go within them. */
const steadyClimb = perTrack((track): ArrayLike<number> => {
  const { timeS, verticalSpeedFpm } = track;
  return isRoughFlight(track)
    ? movingMean(timeS, verticalSpeedFpm, STRAIGHT_SIGNS.gustsOverS)
    : verticalSpeedFpm;
});

/** Climbs (`side` 1) or descents (−1) with the levelling off that ends them. */
export function verticalLegs(
  track: Track,
  straight: (row: number) => boolean,
  side: 1 | -1,
  power?: (row: number) => number,
): Stretch[] {
  const climb = steadyClimb(track);
  const legs = stretches(
    track,
    (i) => straight(i) && side * climb[i] > STRAIGHT_SIGNS.climbingFpm,
    power ? STRAIGHT_SIGNS.bridgeS : STRAIGHT_SIGNS.leastLegS,
  );
  return (power ? heldTogether(track, legs, power) : legs)
    .filter(({ startS, endS }) => endS - startS >= STRAIGHT_SIGNS.leastLegS)
    .filter(({ startS, endS }) => side * changeFt(track, startS, endS) > STRAIGHT_SIGNS.leastLegFt)
    .map((span) => ({
      ...span,
      endS: levelledOffBy(track, straight, span),
    }));
}

/** Legs between which the power stayed where it was: sinking air held the climb up, nobody levelled off. */
function heldTogether(track: Track, legs: readonly Stretch[], power: (row: number) => number): Stretch[] {
  const share = (fromS: number, toS: number) => meanOf(rowsBetween(track.timeS, fromS, toS), power);
  const joined: Stretch[] = [];
  for (const leg of legs) {
    const last = joined.at(-1);
    const between = last && share(last.endS, leg.startS);
    const same =
      last &&
      last.segment === leg.segment &&
      leg.startS - last.endS < STRAIGHT_SIGNS.heldUpS &&
      Math.abs(between! - share(last.startS, last.endS)) < STRAIGHT_SIGNS.samePower &&
      Math.abs(between! - share(leg.startS, leg.endS)) < STRAIGHT_SIGNS.samePower;
    if (same) last.endS = leg.endS;
    else joined.push({ ...leg });
  }
  return joined;
}

function meanOf({ from, to }: Rows, of: (row: number) => number): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += of(i);
  return sum / (to - from);
}

/** How the power of a leg is looked at: only where the air is rough, and a column tells it. */
export function powerInGusts(track: Track, context: ScoringContext): ((row: number) => number) | undefined {
  const { power } = sceneOf(track, context);
  const known = !Number.isNaN(power(track.timeS.length >> 1));
  return known && isRoughFlight(track) ? power : undefined;
}

/**
 * The levelling off that ends a leg; a turn into the next thing is no part of it, be it ever so small: once it has been
 * level, a bank that is held is a turn.
 */
function levelledOffBy(
  { timeS, verticalSpeedFpm, bankDeg }: Track,
  straight: (row: number) => boolean,
  { endS, segment }: Stretch,
): number {
  const { levelOffS, levelFpm, turnBankDeg, turnForS } = STRAIGHT_SIGNS;
  const { from, to } = rowsBetween(timeS, endS, endS + levelOffS, segment);
  let last = from;
  let level = false;
  let bankedFrom = -1;
  while (last + 1 < to && straight(last + 1)) {
    last++;
    level ||= Math.abs(verticalSpeedFpm[last]) < levelFpm;
    if (!level || !(Math.abs(bankDeg.values[last]) > turnBankDeg)) bankedFrom = -1;
    else if (bankedFrom < 0) bankedFrom = last;
    if (bankedFrom > from && timeS[last] - timeS[bankedFrom] >= turnForS) return timeS[bankedFrom - 1];
  }
  return timeS[Math.min(last, segment.to - 1)];
}

/** Altitude gained from start to end, ft. */
export const changeFt = (track: Track, startS: number, endS: number): number =>
  meanBetween(track, track.altitudeFt.values, endS - 1, endS) -
  meanBetween(track, track.altitudeFt.values, startS, startS + 1);
