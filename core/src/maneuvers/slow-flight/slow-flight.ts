/** Slow flight as a maneuver: its legs, the warning that bounds its speed, and what goes wrong in it. */

import { type Configuration, configurationOf } from '../../airplane/configuration.ts';
import { stageOf } from '../../card/day.ts';
import { type BriefTargets, briefFor } from '../../card/targets.ts';
import type { Attempt, Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { buildAttempt } from '../../kits/attempt/build-attempt.ts';
import { entryValues, legHeading } from '../../kits/attempt/quantities.ts';
import type { Proposed, Stretch } from '../../kits/attempt/room.ts';
import { meanBetween, sceneOf } from '../../kits/attempt/scene.ts';
import { heldSpan, practisedTurns } from '../../kits/turns/plain-turns.ts';
import { flapDegrees } from '../../performance/model.ts';
import { medianOver, type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { median } from '../../units/numbers.ts';
import { type SlowSpan, slowSpans } from './spans.ts';
import { SLOW_LIMITS, SLOW_SIGNS } from './tables.ts';
import { asksTransition, cleanFirst, endsIn, SLOW_VARIANTS, TRANSITION } from './transition.ts';

export const SLOW_FLIGHT = 'slow-flight';

/** The span that an attempt (whose edges an instructor may have moved) is about. */
const spanFor = (track: Track, context: ScoringContext, { startS, endS }: Proposal): SlowSpan | undefined =>
  slowSpans(track, context).find((span) => span.startS < endS && span.endS > startS);

interface Leg extends Span {
  name: 'straight' | 'turn' | 'climb' | 'descent';
}

/** Straight and turning legs of the established part, and those deliberately climbed or descended. */
function legsOf(track: Track, context: ScoringContext, established: Span): Leg[] {
  const turns = practisedTurns(track, context)
    .filter(
      ({ startS, endS, turnedDeg }) =>
        turnedDeg > 15 && startS < established.endS && endS > established.startS,
    )
    .map(({ startS, endS }) => ({
      startS: Math.max(startS, established.startS),
      endS: Math.min(endS, established.endS),
    }));
  const legs: Leg[] = [];
  let fromS = established.startS;
  for (const { startS, endS } of [...turns, { startS: established.endS, endS: established.endS }]) {
    if (startS - fromS >= 5) legs.push({ name: legKind(track, fromS, startS), startS: fromS, endS: startS });
    if (endS > startS) legs.push({ name: 'turn', startS, endS });
    fromS = Math.max(fromS, endS);
  }
  return legs;
}

function legKind(track: Track, startS: number, endS: number): Leg['name'] {
  const climb = meanBetween(track, track.verticalSpeedFpm, startS, endS);
  const deliberate =
    Math.abs(climb) > SLOW_SIGNS.legClimbFpm &&
    Math.abs(climb) * ((endS - startS) / 60) > SLOW_SIGNS.legClimbFt;
  return deliberate ? (climb > 0 ? 'climb' : 'descent') : 'straight';
}

export function measure(
  track: Track,
  proposal: Proposal,
  _: readonly Attempt[],
  context: ScoringContext,
): Attempt {
  const span = spanFor(track, context, proposal);
  const phases = span?.phases ?? [{ name: 'established', startS: proposal.startS, endS: proposal.endS }];
  const established = phaseNamed(phases, 'established') ?? proposal;
  const legs = legsOf(track, context, established);
  const named = (name: Leg['name']) => legs.filter((leg) => leg.name === name);
  const brief = briefFor(context.briefs, SLOW_FLIGHT, proposal.variant);
  const airplane = context.airplane?.slowFlightKias;
  // Which of two briefed speeds was asked for is not known where nobody knows which configuration was flown.
  const briefedKt = isToldApart(context, proposal.variant) ? brief?.entry?.airspeedKias : undefined;
  const targetKt =
    briefedKt ??
    (proposal.variant === 'landing' || proposal.variant === TRANSITION
      ? airplane?.landing
      : proposal.variant === 'clean'
        ? airplane?.clean
        : undefined);
  const turnBank = median(named('turn').flatMap((leg) => bankOf(track, leg)));
  const recovery = phaseNamed(phases, 'recovery');
  const scene = sceneOf(track, context);
  const flaps = flapsFlown(
    track,
    context,
    proposal,
    rowsBetween(track.timeS, established.startS, established.endS, proposal.segment),
  );
  return buildAttempt(track, proposal, context, {
    phases: [...phases, ...legs],
    aims: {
      ...(typeof targetKt === 'number' && { airspeedKt: targetKt }),
      bankDeg: brief?.bankDeg ?? (Number.isNaN(turnBank) ? 0 : Math.round(turnBank)),
    },
    specifiedFt: specifiedFt(track, proposal, brief),
    settles: recovery !== undefined,
    rowFor: (row, aims) => {
      if (row.parameter === 'airspeed') {
        if (typeof targetKt !== 'number') return undefined;
        // Whatever the number says, the low side is never below the warning.
        const low = Math.max(row.low, Math.min(row.high - 1, scene.warningKias(flaps) - aims.airspeedKt));
        return context.airplane ? { ...row, low } : row;
      }
      if (row.phase === 'turn' && named('turn').length === 0) return undefined;
      if (row.phase === 'straight' && named('straight').length === 0) return undefined;
      return row;
    },
    spansOf: (row) => {
      if (row.phase === 'straight') return named('straight');
      // Rolling in and out is on its way; the bank is judged where it is held.
      if (row.phase === 'turn')
        return named('turn').map((leg) => {
          const { fromS, toS } = heldSpan(track, { ...leg, segment: proposal.segment });
          return { startS: fromS, endS: toS };
        });
      if (row.phase !== 'entry-to-recovery') return undefined;
      return without({ startS: proposal.startS, endS: recovery?.endS ?? proposal.endS }, [
        ...named('climb'),
        ...named('descent'),
      ]);
    },
    quantity: (row) => (row.parameter === 'heading' ? legHeading(track, named('straight')) : undefined),
  });
}

/** The altitude that was specified, where it was flown near it; else the entry's is what was kept or not. */
function specifiedFt(track: Track, proposal: Proposal, brief: BriefTargets | undefined): number | undefined {
  const wantedFt = brief?.entry?.altitudeFt;
  if (typeof wantedFt !== 'number') return undefined;
  const { altitudeFt } = entryValues(track, proposal);
  return Math.abs(altitudeFt - wantedFt) <= SLOW_SIGNS.nearAltitudeFt ? wantedFt : undefined;
}

/**
 * As recorded: those that were held, since the last stage may still be on its way when the speed is there already, and the
 * warning of a stage before it is faster. Else by the configuration that was briefed; else all of them, which warns the latest.
 */
function flapsFlown(
  track: Track,
  context: ScoringContext,
  { variant }: Proposal,
  { from, to }: Rows,
): number {
  const { flapsKnown, flapsDeg, fullFlapsDeg } = sceneOf(track, context);
  const rows = Array.from({ length: Math.max(1, to - from) }, (_, k) => from + k);
  const known = rows.filter(flapsKnown).map(flapsDeg);
  if (known.length > 0) return variant === TRANSITION ? Math.max(...known) : median(known);
  if (!context.airplane) return flapsDeg(from);
  const briefed = SLOW_VARIANTS.some((name) => name === variant) && endsIn(variant!);
  return briefed ? flapDegrees(context.airplane, stageOf(context.airplane, briefed)) : fullFlapsDeg;
}

const bankOf = (track: Track, { startS, endS }: Span): number[] => {
  const rows = rowsBetween(track.timeS, startS + 2, endS - 2);
  return Array.from(track.bankDeg.values.subarray(rows.from, Math.max(rows.from, rows.to)), Math.abs);
};

/** A span less some others. */
export function without(whole: Span, parts: readonly Span[]): Span[] {
  let rest: Span[] = [whole];
  for (const part of parts)
    rest = rest.flatMap(({ startS, endS }) =>
      part.endS <= startS || part.startS >= endS
        ? [{ startS, endS }]
        : [
            { startS, endS: part.startS },
            { startS: part.endS, endS },
          ].filter((span) => span.endS - span.startS > 1),
    );
  return rest;
}

export const propose = (track: Track, context: ScoringContext): Proposed => ({
  proposals: slowSpans(track, context).flatMap((span): Proposal[] => {
    const { variant, startS, endS, segment } = span;
    const kias = medianKt(track, span);
    if (isFlapPractice(context, variant, kias)) return [];
    return [
      {
        maneuver: SLOW_FLIGHT,
        ...(isTransition(track, context, span) ? { variant: TRANSITION } : variantOf(context, variant, kias)),
        startS,
        endS,
        segment,
        state: 'complete',
      },
    ];
  }),
});

/** Clean and slow first, then the flaps: called so where it was briefed so, and else by the flaps in which it was held. */
function isTransition(track: Track, context: ScoringContext, span: SlowSpan): boolean {
  if (span.variant !== 'landing' || !asksTransition(context)) return false;
  const first = cleanFirst(track, sceneOf(track, context), span, context.airplane?.flaps);
  return first !== undefined && first.endS - first.startS >= SLOW_LIMITS.cleanFirstS / 2;
}

const medianKt = (track: Track, { slowFromS, slowToS, segment }: SlowSpan): number =>
  medianOver(track.airspeedKt.values, rowsBetween(track.timeS, slowFromS, slowToS, segment));

/** Changes of speed and flaps that were briefed pass through slow speeds too: what no slow flight of the lesson asks for. */
function isFlapPractice({ briefs }: ScoringContext, variant: Configuration | null, kias: number): boolean {
  if (!briefs.some(({ maneuver }) => maneuver === 'configuration-change')) return false;
  const asked = briefs.filter((brief) => brief.maneuver === SLOW_FLIGHT);
  const near = asked.filter(({ entry }) => kias <= (entry?.airspeedKias ?? kias) + SLOW_SIGNS.nearBriefKt);
  return !near.some((brief) => variant === null || brief.variant === undefined || brief.variant === variant);
}

/** As flown; where no column tells, as a brief has it that no other comes near; and else nobody knows. */
const variantOf = (
  context: ScoringContext,
  flown: Configuration | null,
  airspeedKt: number,
): Pick<Proposal, 'variant' | 'variantUnknown'> => {
  const variant = flown ?? briefedVariant(context, airspeedKt);
  return variant === null ? { variant, variantUnknown: { code: 'flaps-not-recorded' } } : { variant };
};

/** Whether it is known which brief an attempt was: by its configuration, or since all of them are of one. */
const isToldApart = ({ briefs }: ScoringContext, variant: Proposal['variant']): boolean =>
  variant !== null ||
  new Set(briefs.filter(({ maneuver }) => maneuver === SLOW_FLIGHT).map((brief) => brief.variant)).size < 2;

/** The configuration of the one brief, or of the one whose speed is plainly nearer than that of any other. */
function briefedVariant({ briefs }: ScoringContext, airspeedKt: number): Proposal['variant'] {
  const nearest = briefFor(briefs, SLOW_FLIGHT, null, { airspeedKt });
  const offKt = ({ entry }: BriefTargets) => Math.abs((entry?.airspeedKias ?? Number.NaN) - airspeedKt);
  const isSure = briefs.every(
    (other) =>
      other.maneuver !== SLOW_FLIGHT ||
      other.variant === nearest?.variant ||
      (nearest !== undefined && offKt(other) - offKt(nearest) >= SLOW_SIGNS.tellsApartKt),
  );
  return (isSure && nearest?.variant) || null;
}

/** The configuration flown over most of a stretch. */
export function variantOver(track: Track, context: ScoringContext, span: Stretch): Configuration {
  const { flapsDeg, fullFlapsDeg } = sceneOf(track, context);
  const { from, to } = rowsBetween(track.timeS, span.startS, span.endS, span.segment);
  const flown = median(Array.from({ length: to - from }, (_, k) => flapsDeg(from + k)));
  return configurationOf(flown, { stages: context.airplane?.flaps, fullFlapsDeg });
}
