/** Findings that every maneuver can have: what came before it, its floor, and how it settled. */
import { FLOOR_ABOVE_GROUND_FT } from '../../card/ladder.ts';
import type { None } from '../../coded.ts';
import { localSlope } from '../../recording/columns/resample.ts';
import { firstRowAt, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import type { Finding } from '../../scoring/schema.ts';
import { judgingRows } from '../../scoring/standard.ts';
import type { Attempt, Proposal, ScoringContext } from './attempt.ts';
import { limitsOf } from './figures.ts';
import { findingsOf } from './finding.ts';
import { strayTimes } from './rough-air.ts';
import { GENERAL_LIMITS, SCENE } from './tables.ts';

/** What every maneuver that begins and ends in steady flight can have. */
export const GENERAL_FINDINGS = ['no-clearing', 'rushed-entry', 'below-floor', 'slow-to-settle'] as const;

/** What the words of each need besides its size. */
export interface GeneralParams {
  'no-clearing': None;
  'rushed-entry': { moved: 'vertical-speed' | 'airspeed' | 'heading' };
  'below-floor': { floorFt: number; groundFt: number; aboveGroundFt: number };
  'slow-to-settle': None;
}
const find = findingsOf<GeneralParams>();

export function generalFindings(
  track: Track,
  attempt: Attempt,
  next: Proposal | undefined,
  context: ScoringContext,
): Finding[] {
  return [
    noClearing(track, attempt, context),
    rushedEntry(track, attempt, context),
    belowFloor(track, attempt, context),
    slowToSettle(track, attempt, next, context),
  ].filter((found) => found !== undefined);
}

function noClearing(track: Track, attempt: Attempt, context: ScoringContext): Finding | undefined {
  const limits = limitsOf(context, GENERAL_LIMITS);
  if (!context.clearsBeforeEach || attempt.inheritsEntry) return undefined;
  const span = { startS: attempt.startS - limits.clearingWithinS, endS: attempt.startS };
  // Without the whole three minutes on record nobody can say that nothing was cleared.
  if (track.timeS[attempt.segment.from] > span.startS) return undefined;
  const heading = track.headingDeg.values;
  const rows = rowsBetween(track.timeS, span.startS, span.endS, attempt.segment);
  const highest = heading[rowOfMax(rows, (i) => heading[i])];
  const lowest = heading[rowOfMax(rows, (i) => -heading[i])];
  const size = highest - lowest;
  if (!(size < limits.clearingHeadingDeg)) return undefined;
  return find({ attempt }, 'no-clearing', 'note', span, [size, 'deg']);
}

/** Ten steady seconds before the start: vertical speed, airspeed and heading. */
function rushedEntry(track: Track, attempt: Attempt, context: ScoringContext): Finding | undefined {
  const limits = limitsOf(context, GENERAL_LIMITS);
  if (attempt.inheritsEntry) return undefined;
  const span: Span = { startS: attempt.startS - limits.entryS, endS: attempt.startS };
  if (track.timeS[attempt.segment.from] > span.startS) return undefined;
  const rows = rowsBetween(track.timeS, span.startS, span.endS, attempt.segment);
  if (rows.to - rows.from < 3) return undefined;
  // A wider slope than usual: the noise of a slow recording must not look like a climb.
  const climb = localSlope(track.timeS, track.altitudeFt.values, rows, 2.5);
  let squares = 0;
  for (const feetPerS of climb) squares += (60 * feetPerS) ** 2;
  const verticalSpeedFpm = Math.sqrt(squares / climb.length);
  const half = (values: Float64Array) => {
    const high = values[rowOfMax(rows, (i) => values[i])];
    const low = values[rowOfMax(rows, (i) => -values[i])];
    return (high - low) / 2;
  };
  const times = strayTimes(track, rows);
  const measures = [
    {
      name: 'vertical-speed' as const,
      size: verticalSpeedFpm,
      limit: limits.entryVerticalSpeedFpm,
      unit: 'ft/min',
    },
    {
      name: 'airspeed' as const,
      size: half(track.airspeedKt.values),
      limit: limits.entryAirspeedKt,
      unit: 'kt',
    },
    {
      name: 'heading' as const,
      size: half(track.headingDeg.values),
      limit: limits.entryHeadingDeg,
      unit: 'deg',
    },
  ].filter(({ size, limit }) => size > times * limit);
  const worst = measures.sort((a, b) => b.size / b.limit - a.size / a.limit)[0];
  if (!worst) return undefined;
  return find({ attempt }, 'rushed-entry', 'note', span, [worst.size, worst.unit], { moved: worst.name });
}

function belowFloor(track: Track, attempt: Attempt, context: ScoringContext): Finding | undefined {
  if (context.groundFt === undefined) return undefined;
  const floorFt = context.groundFt + FLOOR_ABOVE_GROUND_FT;
  // Where the standard asks for no floor the school's own is shown, and fails nobody.
  const asked = judgingRows(context, attempt).requirements.some(
    ({ requirement, must }) => requirement === 'floor' && must,
  );
  const altitude = track.altitudeFt.values;
  const rows = rowsBetween(track.timeS, attempt.startS, attempt.endS, attempt.segment);
  const lowest = rowOfMax(rows, (i) => -altitude[i]);
  if (lowest < 0) return undefined;
  const below = floorFt - altitude[lowest];
  if (below <= SCENE.floorGraceFt) return undefined;
  let first = lowest;
  while (first > rows.from && altitude[first - 1] < floorFt) first--;
  const span = { startS: track.timeS[first], endS: track.timeS[lowest] };
  return find({ attempt }, 'below-floor', asked ? 'critical' : 'note', span, [below, 'ft'], {
    floorFt,
    groundFt: context.groundFt,
    aboveGroundFt: FLOOR_ABOVE_GROUND_FT,
  });
}

function slowToSettle(
  track: Track,
  attempt: Attempt,
  next: Proposal | undefined,
  context: ScoringContext,
): Finding | undefined {
  const limitS = limitsOf(context, GENERAL_LIMITS).settleS;
  const settle = phaseNamed(attempt.phases, 'settle');
  if (!settle || attempt.state !== 'complete') return undefined;
  const untilS = attempt.endS + limitS;
  const recorded = track.timeS[attempt.segment.to - 1] >= untilS;
  if (!recorded || (next && next.startS < untilS)) return undefined;
  if (settle.endS < track.timeS[firstRowAt(track.timeS, untilS - 1)]) return undefined;
  return find({ attempt }, 'slow-to-settle', 'fault', settle, [limitS, 's']);
}
