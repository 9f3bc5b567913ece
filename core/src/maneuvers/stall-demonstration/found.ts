/**
 * The shown stalls in a recording, where they were briefed. What nobody announced is a stall like any other: a skid that
 * a student let happen is no demonstration.
 */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { segmentOf, stallAttempts } from '../../kits/stalls/stall-attempts.ts';
import type { Track } from '../../recording/track/track.ts';
import { acceleratedStalls } from './accelerated.ts';
import { isOfAStall, SIGNS } from './signs.ts';
import { SHOWN_VARIANTS } from './variants.ts';
import { warnerKeptOn } from './warner-on.ts';

export function shownStalls(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const briefed = SHOWN_VARIANTS.filter((name) =>
    context.briefs.some(
      (brief) => brief.maneuver === maneuver && (brief.variant === undefined || brief.variant === name),
    ),
  );
  if (briefed.length === 0) return [];
  const stalls = stallAttempts(track, context).flatMap((attempt): Proposal[] => {
    const variant = briefed.find((name) => isOfAStall(name) && SIGNS[name](track, context, attempt));
    if (!variant) return [];
    const { startS, endS, events } = attempt;
    return [{ maneuver, variant, startS, endS, segment: segmentOf(track, events[0]), state: 'complete' }];
  });
  const pulled = briefed.includes('accelerated') ? acceleratedStalls(track, context, maneuver) : [];
  const kept = briefed.includes('feet-alone') ? warnerKeptOn(track, maneuver) : [];
  return asManyAsBriefed([...stalls, ...pulled, ...kept], context, maneuver);
}

/** The first of each kind, one for each card: what comes after them is the student's until somebody says otherwise. */
function asManyAsBriefed(found: Proposal[], { briefs }: ScoringContext, maneuver: string): Proposal[] {
  const left = new Map(
    SHOWN_VARIANTS.map((name) => [
      name as string,
      briefs.filter((one) => one.maneuver === maneuver && (one.variant ?? name) === name).length,
    ]),
  );
  return [...found]
    .sort((a, b) => a.startS - b.startS)
    .filter(({ variant }) => {
      const count = left.get(variant ?? '') ?? 0;
      left.set(variant ?? '', count - 1);
      return count > 0;
    });
}
