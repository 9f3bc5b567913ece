/** Limits that hold whatever is flown: the flaps' speeds, the red line, and a bank that grows with the speed. */
import type { None } from '../../coded.ts';
import { localSlope } from '../../recording/columns/resample.ts';
import { longestStretch, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Finding } from '../../scoring/schema.ts';
import { limitsOf } from '../../units/figures.ts';
import type { ScoringContext } from './attempt.ts';
import { findingsOf } from './finding.ts';
import type { Scene } from './scene.ts';
import { GENERAL_LIMITS, SCENE } from './tables.ts';

/** What the words of each need besides its size. */
export interface LimitParams {
  'flap-overspeed': { kias: number; flapsDeg: number; limitKt: number; tell: boolean };
  spiral: None;
  'never-exceed': { kias: number; vneKias: number };
}
const find = findingsOf<LimitParams>();

/** An attempt, or the flight itself. */
type Whose = { attempt: { maneuver: string } };

/** A stretch of a flight in which limits are looked at. */
export interface Watched {
  track: Track;
  context: ScoringContext;
  scene: Scene;
  rows: Rows;
}

/** The fastest beyond a flap stage's limit, and whether it stayed there. */
export function flapsBeyond({
  track,
  context,
  scene,
  rows,
}: Watched):
  | { row: number; overKt: number; limitKt: number; stretch: { startS: number; endS: number } }
  | undefined {
  const stages = context.airplane?.flaps ?? [];
  const flaps = track.other('flaps_deg');
  if (stages.length === 0 || !flaps) return undefined;
  const limitAt = (row: number) => {
    let least = Number.POSITIVE_INFINITY;
    for (const { deg, vfeKias } of stages)
      if (scene.flapsDeg(row) > deg - 1) least = Math.min(least, vfeKias);
    return least;
  };
  const over = (i: number) => track.airspeedKt.values[i] - limitAt(i);
  const row = rowOfMax(rows, over);
  const limits = limitsOf(context, GENERAL_LIMITS);
  if (row < 0 || !(over(row) > limits.flapNoteKt)) return undefined;
  const beyond = longestStretch(track.timeS, rows, (i) => over(i) > limits.flapOverKt);
  const stretch = beyond ?? { startS: track.timeS[row], endS: track.timeS[row] };
  return { row, overKt: over(row), limitKt: limitAt(row), stretch };
}

/** Beyond the limit by more than a gust for more than a moment. */
export const isFlapOverspeed = (
  { track, context }: Watched,
  { overKt, stretch }: { overKt: number; stretch: { startS: number; endS: number } },
): boolean => {
  const { flapOverKt, flapOverS } = limitsOf(context, GENERAL_LIMITS);
  return overKt > flapOverKt && stretch.endS - stretch.startS >= flapOverS - track.stepS;
};

export function flapOverspeedIn(of: Whose, watched: Watched): Finding | undefined {
  const found = flapsBeyond(watched);
  if (!found) return undefined;
  const { track, scene, context } = watched;
  const { row, overKt, limitKt, stretch } = found;
  const critical = isFlapOverspeed(watched, found);
  const tell = overKt > limitsOf(context, GENERAL_LIMITS).flapTellKt;
  return find(of, 'flap-overspeed', critical ? 'critical' : 'note', stretch, [overKt, 'kt'], {
    kias: track.airspeedKt.values[row],
    flapsDeg: scene.flapsDeg(row),
    limitKt,
    tell,
  });
}

/** Steeper than 45° and steepening for seconds while the speed rises. */
export function spiralIn(
  { track, context, rows }: Watched,
  briefedBankDeg = 0,
): { startS: number; endS: number; bankDeg: number } | undefined {
  if (rows.to - rows.from < 4) return undefined;
  const { spiralBankDeg, spiralDegPerS, spiralS } = limitsOf(context, GENERAL_LIMITS);
  const limit = Math.max(spiralBankDeg, briefedBankDeg > 0 ? briefedBankDeg + 10 : 0);
  const steepAndDown = (i: number) =>
    Math.abs(track.bankDeg.values[i]) > limit && track.verticalSpeedFpm[i] < 0;
  const lastsS = spiralS - track.stepS;
  const lasting = (so: (row: number) => boolean) => {
    const stretch = longestStretch(track.timeS, rows, so);
    return stretch && stretch.endS - stretch.startS >= lastsS ? stretch : undefined;
  };
  // Most of a flight is neither steep nor down: of that no slopes are worked out.
  if (!lasting(steepAndDown)) return undefined;
  const bank = track.bankDeg.values.subarray(rows.from, rows.to).map(Math.abs);
  const timeS = track.timeS.subarray(rows.from, rows.to);
  const all = { from: 0, to: bank.length };
  const overS = Math.max(1.5, 1.5 * track.stepS);
  const steeper = localSlope(timeS, bank, all, overS);
  const faster = localSlope(timeS, track.airspeedKt.values.subarray(rows.from, rows.to), all, overS);
  const stretch = lasting((i) => {
    const k = i - rows.from;
    return steepAndDown(i) && steeper[k] > spiralDegPerS && faster[k] > 0;
  });
  if (!stretch) return undefined;
  const within = rowsBetween(track.timeS, stretch.startS, stretch.endS, rows);
  const steepest = rowOfMax(within, (i) => Math.abs(track.bankDeg.values[i]));
  return { ...stretch, bankDeg: Math.abs(track.bankDeg.values[steepest]) };
}

export function spiralFindingIn(of: Whose, watched: Watched, briefedBankDeg?: number): Finding | undefined {
  const found = spiralIn(watched, briefedBankDeg);
  if (!found) return undefined;
  return find(of, 'spiral', 'critical', found, [found.bankDeg, 'deg']);
}

/** Past the airplane's never-exceed speed, were it for a moment. */
export function neverExceedIn(of: Whose, { track, context, rows }: Watched): Finding | undefined {
  const { timeS, airspeedKt } = track;
  const vneKias = context.airplane?.vneKias;
  if (!vneKias) return undefined;
  const errorKt = (i: number) => {
    const { source, standardError } = airspeedKt.fallback?.rows[i] ? airspeedKt.fallback.channel : airspeedKt;
    if (source === 'measured') return 0;
    return typeof standardError === 'number' ? standardError : standardError[i];
  };
  const surely = (i: number) => airspeedKt.values[i] - SCENE.redLineErrors * errorKt(i);
  const fastest = rowOfMax(rows, surely);
  if (fastest < 0 || !(surely(fastest) > vneKias)) return undefined;
  const kias = airspeedKt.values[fastest];
  const at = { startS: timeS[fastest], endS: timeS[fastest] };
  return find(of, 'never-exceed', 'critical', at, [kias - vneKias, 'kt'], { kias, vneKias });
}
