/**
 * The shown stalls in a recording, where they were briefed. What nobody announced is a stall like any other: a skid that
 * a student let happen is no demonstration.
 */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { sceneOf } from '../../kits/attempt/scene.ts';
import type { StallEvent } from '../../kits/stalls/events.ts';
import { type StallAttempt, stallAttempts } from '../../kits/stalls/stall-attempts.ts';
import {
  firstWhere,
  longestStretch,
  meanOver,
  type Rows,
  rowsBetween,
} from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { SHOWN_SIGNS } from './tables.ts';
import { SHOWN_VARIANTS, type ShownVariant } from './variants.ts';

export function shownStalls(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const briefed = SHOWN_VARIANTS.filter((name) =>
    context.briefs.some(
      (brief) => brief.maneuver === maneuver && (brief.variant === undefined || brief.variant === name),
    ),
  );
  if (briefed.length === 0) return [];
  const segmentAt = (atS: number): Rows =>
    track.segments.find(({ from, to }) => track.timeS[from] <= atS && track.timeS[to - 1] >= atS) ?? {
      from: 0,
      to: track.timeS.length,
    };
  const stalls = stallAttempts(track, context).flatMap((attempt): Proposal[] => {
    const variant = briefed.find((name) => isOfAStall(name) && SIGNS[name](track, context, attempt));
    if (!variant) return [];
    const { startS, endS, events } = attempt;
    return [{ maneuver, variant, startS, endS, segment: segmentAt(events[0].breakS), state: 'complete' }];
  });
  const pulled = briefed.includes('accelerated') ? acceleratedStalls(track, context, maneuver) : [];
  const kept = briefed.includes('feet-alone') ? warnerKeptOn(track, maneuver) : [];
  return [...stalls, ...pulled, ...kept];
}

/** Those told from a stall that broke. */
type OfAStall = Exclude<ShownVariant, 'accelerated' | 'feet-alone'>;
const isOfAStall = (name: ShownVariant): name is OfAStall => name in SIGNS;

type Sign = (track: Track, context: ScoringContext, attempt: StallAttempt) => boolean;
const SIGNS: Record<OfAStall, Sign> = {
  'falling-leaf': isFallingLeaf,
  skidding: (track, _, attempt) => ballLowG(track, attempt) < -SHOWN_SIGNS.ballG,
  slipping: (track, _, attempt) => ballLowG(track, attempt) > SHOWN_SIGNS.ballG,
  secondary: isSecondary,
};

/** The ball before the break, towards the low wing; 0 with the wings level or without a ball. */
function ballLowG(track: Track, { events: [{ breakS }] }: StallAttempt): number {
  const ball = track.other('lat_g')?.values;
  const rows = rowsBetween(track.timeS, breakS - SHOWN_SIGNS.ballS, breakS);
  const bankDeg = meanOver(track.bankDeg.values, rows);
  return ball && Math.abs(bankDeg) > SHOWN_SIGNS.turningDeg ? -meanOver(ball, rows) * Math.sign(bankDeg) : 0;
}

/** Slow and going down for long, the wings rocking and none of them kept. */
function isFallingLeaf(track: Track, context: ScoringContext, { events }: StallAttempt): boolean {
  const { timeS, airspeedKt, bankDeg, verticalSpeedFpm } = track;
  const scene = sceneOf(track, context);
  const [first, last] = [events[0], events[events.length - 1]];
  const rows = rowsBetween(timeS, first.breakS, Math.max(last.unloadS, last.lowestS));
  const down = longestStretch(
    timeS,
    rows,
    (i) =>
      airspeedKt.values[i] < scene.warningKias(scene.flapsDeg(i)) + SHOWN_SIGNS.acceleratedAboveKt &&
      verticalSpeedFpm[i] < 0,
  );
  if (!down || down.endS - down.startS < SHOWN_SIGNS.leafS) return false;
  const held = rowsBetween(timeS, down.startS, down.endS);
  const middle = meanOver(bankDeg.values, held);
  let [rocks, side] = [0, 0];
  for (let i = held.from; i < held.to; i++) {
    const bank = bankDeg.values[i] - middle;
    if (Math.abs(bank) < SHOWN_SIGNS.leafRocksDeg / 2 || Math.sign(bank) === side) continue;
    side = Math.sign(bank);
    rocks++;
  }
  return rocks >= 2;
}

/** It flew again, and was pulled into another: the warner fell silent, and sounded again for a second. */
function isSecondary(track: Track, _: ScoringContext, { events: [{ unloadS }] }: StallAttempt): boolean {
  const warner = track.other('stall_warn')?.values;
  if (!warner) return false;
  const rows = rowsBetween(track.timeS, unloadS, unloadS + SHOWN_SIGNS.secondS);
  const silent = firstWhere(rows, (row) => warner[row] < 0.5);
  if (silent < 0) return false;
  const after = { from: silent, to: rows.to };
  const again = longestStretch(track.timeS, after, (i) => warner[i] > 0.5);
  return again !== undefined && again.endS - again.startS >= SHOWN_SIGNS.secondWarnS;
}

/** The warner kept on for long, in short silences too. */
function warnerKeptOn({ timeS, segments, other }: Track, maneuver: string): Proposal[] {
  const warner = other('stall_warn')?.values;
  if (!warner) return [];
  return segments.flatMap((segment): Proposal[] => {
    const out: Proposal[] = [];
    let [fromS, lastS] = [Number.NaN, Number.NaN];
    for (let i = segment.from; i < segment.to; i++) {
      if (warner[i] > 0.5) {
        if (Number.isNaN(fromS)) fromS = timeS[i];
        lastS = timeS[i];
      }
      if (Number.isNaN(fromS) || (timeS[i] - lastS <= SHOWN_SIGNS.warnedGapS && i < segment.to - 1)) continue;
      if (lastS - fromS >= SHOWN_SIGNS.warnedS)
        out.push({
          maneuver,
          variant: 'feet-alone',
          startS: Math.max(timeS[segment.from], fromS - SHOWN_SIGNS.warnedAroundS),
          endS: Math.min(timeS[segment.to - 1], lastS + SHOWN_SIGNS.warnedAroundS),
          segment,
          state: 'complete',
        });
      fromS = Number.NaN;
    }
    return out;
  });
}

/** Warned in a steep bank and well above the speed of a level stall: from the roll-in to the wings level again. */
function acceleratedStalls(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const { timeS, airspeedKt, bankDeg, segments } = track;
  const scene = sceneOf(track, context);
  const warner = track.other('stall_warn')?.values;
  if (!warner) return [];
  return segments.flatMap((segment): Proposal[] => {
    const pulled = longestStretch(
      timeS,
      segment,
      (i) =>
        warner[i] > 0.5 &&
        Math.abs(bankDeg.values[i]) > SHOWN_SIGNS.acceleratedBankDeg &&
        airspeedKt.values[i] > scene.warningKias(scene.flapsDeg(i)) + SHOWN_SIGNS.acceleratedAboveKt,
    );
    if (!pulled || pulled.endS - pulled.startS < SHOWN_SIGNS.acceleratedS - track.stepS) return [];
    const level = (i: number) => Math.abs(bankDeg.values[i]) < SHOWN_SIGNS.levelDeg;
    const before = rowsBetween(timeS, pulled.startS - SHOWN_SIGNS.aroundS, pulled.startS, segment);
    const after = rowsBetween(timeS, pulled.endS, pulled.endS + SHOWN_SIGNS.aroundS, segment);
    let [from, to] = [before.to - 1, after.from];
    while (from > before.from && !level(from)) from--;
    while (to < after.to - 1 && !level(to)) to++;
    return [
      { maneuver, variant: 'accelerated', startS: timeS[from], endS: timeS[to], segment, state: 'complete' },
    ];
  });
}

/** The stall that an attempt is about, if it is one that broke. */
export const eventOf = (
  track: Track,
  context: ScoringContext,
  { startS, endS }: Proposal,
): StallEvent | undefined =>
  stallAttempts(track, context).find((one) => one.startS < endS && one.endS > startS)?.events[0];
