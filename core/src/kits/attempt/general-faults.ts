/** Findings that every maneuver can have: what came before it, its floor, and how it settled. */
import { FLOOR_ABOVE_GROUND_FT } from '../../card/ladder.ts';
import type { None } from '../../coded.ts';
import { localSlope } from '../../recording/columns/resample.ts';
import { firstRowAt, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import type { Finding } from '../../scoring/schema.ts';
import { judgingRows } from '../../scoring/standard.ts';
import { strayTimes } from '../../signals/air.ts';
import { type Columns, rowBefore } from '../../signals/columns.ts';
import { type Figures, limitsOf } from '../../units/figures.ts';
import type { Attempt, Proposal, ScoringContext } from './attempt.ts';
import { fault, type Watch } from './fault.ts';
import { findingsOf } from './finding.ts';
import { GENERAL_LIMITS, SCENE } from './tables.ts';

/** What the words of each need besides its size. */
export interface GeneralParams {
  'no-clearing': None;
  'rushed-entry': { moved: 'vertical-speed' | 'airspeed' | 'heading' };
  'below-floor': { floorFt: number; groundFt: number; aboveGroundFt: number };
  'slow-to-settle': None;
}
const find = findingsOf<GeneralParams>();

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

/** Of what should have been steady over some rows, what was furthest from it; undefined where all was. */
function unsteadiest(columns: Columns, rows: Rows, limits: Figures<keyof typeof GENERAL_LIMITS & string>) {
  if (rows.to - rows.from < 3) return undefined;
  // A wider slope than usual: the noise of a slow recording must not look like a climb.
  const climb = localSlope(columns.timeS, columns.altitudeFt.values, rows, 2.5);
  let squares = 0;
  for (const feetPerS of climb) squares += (60 * feetPerS) ** 2;
  const half = (values: Float64Array) => {
    const high = values[rowOfMax(rows, (i) => values[i])];
    const low = values[rowOfMax(rows, (i) => -values[i])];
    return (high - low) / 2;
  };
  const times = strayTimes(columns, rows);
  return [
    {
      name: 'vertical-speed' as const,
      size: Math.sqrt(squares / climb.length),
      limit: limits.entryVerticalSpeedFpm,
      unit: 'ft/min',
    },
    {
      name: 'airspeed' as const,
      size: half(columns.airspeedKt.values),
      limit: limits.entryAirspeedKt,
      unit: 'kt',
    },
    {
      name: 'heading' as const,
      size: half(columns.headingDeg.values),
      limit: limits.entryHeadingDeg,
      unit: 'deg',
    },
  ]
    .filter(({ size, limit }) => size > times * limit)
    .sort((x, y) => y.size / y.limit - x.size / x.limit)[0];
}

/** Ten steady seconds before the start: vertical speed, airspeed and heading. */
function rushedEntry(track: Track, attempt: Attempt, context: ScoringContext): Finding | undefined {
  const limits = limitsOf(context, GENERAL_LIMITS);
  if (attempt.inheritsEntry) return undefined;
  const span: Span = { startS: attempt.startS - limits.entryS, endS: attempt.startS };
  if (track.timeS[attempt.segment.from] > span.startS) return undefined;
  const rows = rowsBetween(track.timeS, span.startS, span.endS, attempt.segment);
  const worst = unsteadiest(track, rows, limits);
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

/** Seen at the very first row, and never again. */
const atTheStart = (value: () => number): Watch => {
  let seen: number | undefined;
  return () => {
    seen ??= value();
    return seen;
  };
};

export const GENERAL_FAULTS = [
  fault({
    name: 'no-clearing',
    seen: {
      watch: ({ columns, clearsBeforeEach, inheritsEntry, firstRow, startRow, startS, ...flying }) =>
        atTheStart(() => {
          const { clearingWithinS, clearingHeadingDeg } = limitsOf(flying, GENERAL_LIMITS);
          const fromS = startS - clearingWithinS;
          if (!clearsBeforeEach || inheritsEntry || columns.timeS[firstRow] > fromS) return Number.NaN;
          const heading = columns.headingDeg.values;
          let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
          for (let i = startRow; i >= firstRow && columns.timeS[i] >= fromS; i--)
            [low, high] = [Math.min(low, heading[i]), Math.max(high, heading[i])];
          return clearingHeadingDeg - (high - low);
        }),
      edge: () => 0,
      warnShare: 1,
    },
    find: ({ track, attempt, context }) => noClearing(track, attempt, context),
  }),
  fault({
    name: 'rushed-entry',
    seen: {
      watch: ({ columns, inheritsEntry, firstRow, startRow, startS, ...flying }) =>
        atTheStart(() => {
          const limits = limitsOf(flying, GENERAL_LIMITS);
          if (inheritsEntry || columns.timeS[firstRow] > startS - limits.entryS) return Number.NaN;
          const from = rowBefore(columns, startRow, limits.entryS, firstRow);
          const worst = unsteadiest(columns, { from, to: startRow + 1 }, limits);
          return worst ? worst.size / worst.limit : Number.NaN;
        }),
      edge: () => 0,
      warnShare: 1,
    },
    find: ({ track, attempt, context }) => rushedEntry(track, attempt, context),
  }),
  fault({
    name: 'below-floor',
    seen: {
      watch:
        ({ columns, groundFt }) =>
        ({ row }) =>
          groundFt === undefined
            ? Number.NaN
            : groundFt + FLOOR_ABOVE_GROUND_FT - columns.altitudeFt.values[row],
      edge: () => SCENE.floorGraceFt,
    },
    find: ({ track, attempt, context }) => belowFloor(track, attempt, context),
  }),
  fault({
    name: 'slow-to-settle',
    seen: { afterwards: 'whether it settles shows a quarter of a minute later' },
    find: ({ track, attempt, next, context }) => slowToSettle(track, attempt, next, context),
  }),
] as const;
