/**
 * Straight parts, looked for where a brief asks for them: climbs, descents, changes of speed and flaps, level flight,
 * the glide. Every flight has them, and a list of all would hide what was practised.
 */
import { rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import type { Proposal, ScoringContext } from './maneuver.ts';
import { practisedTurns } from './plain-turns.ts';
import { meanBetween, sceneOf } from './scene.ts';

export type StraightKind = 'straight-and-level' | 'climb' | 'descent' | 'configuration-change' | 'best-glide';

const CLIMBING_FPM = 200;
const LEAST_LEG_S = 30;
const LEAST_LEG_FT = 250;
const LEVEL_OFF_S = 25;
const GLIDE_LEAST_S = 15;
const IDLE_SHARE = 0.12;
const GLIDE_SINK_FPM = -350;
const CHANGE_KT = 15;
const BRIDGE_S = 6;

/** Stretches in which something holds, bridging short breaks. */
function stretches(
  track: Track,
  so: (row: number) => boolean,
  leastS: number,
): { startS: number; endS: number; segment: { from: number; to: number } }[] {
  const { timeS } = track;
  const found: { startS: number; endS: number; segment: { from: number; to: number } }[] = [];
  for (const segment of track.segments) {
    let begin = Number.NaN;
    let lastS = Number.NaN;
    for (let i = segment.from; i < segment.to; i++) {
      if (so(i)) {
        if (Number.isNaN(begin)) begin = timeS[i];
        lastS = timeS[i];
      }
      if (!Number.isNaN(begin) && (timeS[i] - lastS > BRIDGE_S || i === segment.to - 1)) {
        if (lastS - begin >= leastS) found.push({ startS: begin, endS: lastS, segment });
        begin = Number.NaN;
      }
    }
  }
  return found;
}

export function straightProposals(track: Track, context: ScoringContext, kind: StraightKind): Proposal[] {
  if (!context.briefs.some(({ maneuver }) => maneuver === kind)) return [];
  const { lowestFt } = sceneOf(track, context);
  const turning = turningRows(track, context);
  const straight = (i: number) => !turning[i] && track.altitudeFt.values[i] > lowestFt;
  const spans = spansOf(track, context, kind, straight);
  return spans.map((span) => ({ maneuver: kind, variant: 'standard', state: 'complete', ...span }));
}

function turningRows(track: Track, context: ScoringContext): Uint8Array {
  const rows = new Uint8Array(track.timeS.length);
  for (const { rows: at, turnedDeg } of practisedTurns(track, context))
    if (turnedDeg > 20) rows.fill(1, at.from, at.to);
  return rows;
}

function spansOf(
  track: Track,
  context: ScoringContext,
  kind: StraightKind,
  straight: (row: number) => boolean,
) {
  const climb = track.verticalSpeedFpm;
  const { power } = sceneOf(track, context);
  switch (kind) {
    case 'climb':
    case 'descent': {
      const side = kind === 'climb' ? 1 : -1;
      return stretches(track, (i) => straight(i) && side * climb[i] > CLIMBING_FPM, LEAST_LEG_S)
        .filter(({ startS, endS }) => side * changeFt(track, startS, endS) > LEAST_LEG_FT)
        .map((span) => ({
          ...span,
          endS: Math.min(span.endS + LEVEL_OFF_S, track.timeS[span.segment.to - 1]),
        }));
    }
    case 'best-glide':
      return stretches(
        track,
        (i) => straight(i) && (Number.isNaN(power(i)) ? climb[i] < GLIDE_SINK_FPM : power(i) < IDLE_SHARE),
        GLIDE_LEAST_S,
      ).filter(
        ({ startS, endS }) =>
          changeFt(track, startS, endS) < -150 &&
          meanBetween(track, climb, startS, endS) < GLIDE_SINK_FPM / 2,
      );
    case 'configuration-change':
      return stretches(track, (i) => straight(i) && Math.abs(climb[i]) < 700, LEAST_LEG_S).flatMap((span) =>
        changesIn(track, context, span),
      );
    case 'straight-and-level':
      return stretches(
        track,
        (i) => straight(i) && Math.abs(climb[i]) < CLIMBING_FPM * 3 && Math.abs(track.bankDeg.values[i]) < 12,
        LEAST_LEG_S,
      );
  }
}

const changeFt = (track: Track, startS: number, endS: number): number =>
  meanBetween(track, track.altitudeFt.values, endS - 1, endS) -
  meanBetween(track, track.altitudeFt.values, startS, startS + 1);

/** From the first change of speed or flaps in a level part to the last. */
function changesIn(
  track: Track,
  context: ScoringContext,
  span: { startS: number; endS: number; segment: { from: number; to: number } },
) {
  const { timeS, airspeedKt } = track;
  const { flapsDeg } = sceneOf(track, context);
  const rows = rowsBetween(timeS, span.startS, span.endS, span.segment);
  const entry = airspeedKt.values[rows.from];
  const changed = (i: number) => flapsDeg(i) > 2 || Math.abs(airspeedKt.values[i] - entry) > CHANGE_KT / 2;
  let [first, last] = [-1, -1];
  let most = 0;
  let flapsOut = false;
  for (let i = rows.from; i < rows.to; i++) {
    if (!changed(i)) continue;
    if (flapsDeg(i) > 2) flapsOut = true;
    if (first < 0) first = i;
    last = i;
    most = Math.max(most, Math.abs(airspeedKt.values[i] - entry));
  }
  if (first < 0 || (most < CHANGE_KT && !flapsOut) || timeS[last] - timeS[first] < 12) return [];
  return [
    { ...span, startS: Math.max(span.startS, timeS[first] - 8), endS: Math.min(span.endS, timeS[last] + 8) },
  ];
}
