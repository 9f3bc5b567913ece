/** What a standard asks of an attempt before any band, seen in it; what nobody could see, as an instructor said it. */
import { type Attempt, lastTold, type ScoringContext } from '../kits/attempt/attempt.ts';
import { caseOf } from '../kits/attempt/case.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { Track } from '../recording/track/track.ts';
import { failedMusts, type RequirementRow, type RequirementScore } from '../scoring/requirement.ts';

export function seenRequirements(
  track: Track,
  attempt: Attempt,
  asked: readonly RequirementRow[],
  context: ScoringContext,
): RequirementScore[] {
  const { requirements } = requireRoom(attempt.maneuver);
  const c = caseOf(track, attempt, context);
  return asked.flatMap(({ requirement: name, must, source, fromMemory }) => {
    const requirement = requirements[name];
    if (!requirement) return [];
    const { kind, see } = requirement;
    const seen = see(c);
    const told =
      seen.held === null
        ? lastTold(context.told, 'requirement', attempt, ({ requirement }) => requirement === name)
        : undefined;
    return [
      {
        id: `${attempt.maneuver}/${name}`,
        kind,
        must,
        held: told ? told.held : seen.held,
        evidence: seen.evidence,
        ...(seen.atS !== undefined && { atS: seen.atS }),
        source,
        fromMemory,
        ...(told && { seenBy: 'instructor' as const }),
      },
    ];
  });
}

/** What failed before any band, the first by when it was seen; undefined where nothing did. */
export const firstFailed = (requirements: readonly RequirementScore[]): RequirementScore | undefined =>
  failedMusts(requirements).sort(
    (a, b) => (a.atS ?? Number.POSITIVE_INFINITY) - (b.atS ?? Number.POSITIVE_INFINITY),
  )[0];
