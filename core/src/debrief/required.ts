/** What the standard asks before any band, seen in one attempt: by the recording, else by the instructor. */
import type { Attempt, ScoringContext, Told } from '../kits/attempt/attempt.ts';
import { caseOf } from '../kits/attempt/case.ts';
import { pastRedLine } from '../kits/attempt/limits.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { Track } from '../recording/track/track.ts';
import { failedMusts, type RequirementRow, type RequirementScore } from '../scoring/requirement.ts';
import type { Finding } from '../scoring/schema.ts';

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
    const { kind, asks, see } = requirement;
    const seen = see(c);
    const said = seen.held === null ? toldOf(context.told, attempt, name) : undefined;
    return [
      {
        id: `${attempt.maneuver}/${name}`,
        kind,
        asks,
        must,
        held: said ? said.held : seen.held,
        what: said ? `seen by the instructor (${seen.what})` : seen.what,
        ...(seen.atS !== undefined && { atS: seen.atS }),
        source,
        fromMemory,
        ...(said && { seenBy: 'instructor' as const }),
      },
    ];
  });
}

/** The last word on a requirement said of this attempt, or of a stretch that holds most of it. */
const toldOf = (told: readonly Told[], { startS, endS, maneuver }: Attempt, name: string) =>
  told
    .flatMap((one) => ('requirement' in one ? [one] : []))
    .findLast(
      (one) =>
        one.requirement === name &&
        one.maneuver === maneuver &&
        Math.min(one.endS, endS) - Math.max(one.startS, startS) > (endS - startS) / 2,
    );

/** What failed before any band, as a sentence: the red line, else the first by when it was seen; `null` where nothing did. */
export function failedSentence(
  findings: readonly Finding[],
  requirements: readonly RequirementScore[],
): string | null {
  const redLine = pastRedLine(findings);
  if (redLine) return redLine.what;
  const [first] = failedMusts(requirements).sort(
    (a, b) => (a.atS ?? Number.POSITIVE_INFINITY) - (b.atS ?? Number.POSITIVE_INFINITY),
  );
  return first ? `${first.asks}: ${first.what}.` : null;
}
