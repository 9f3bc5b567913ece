/** One attempt scored: counted by the standard's rows, explained, judged. */

import { namedTargets } from '../card/targets.ts';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { Track } from '../recording/track/track.ts';
import { judgeAttempt } from '../scoring/judge.ts';
import { scoreParameter } from '../scoring/parameter.ts';
import type { Finding, Judge, MeasuredParameterScore, ParameterScore } from '../scoring/schema.ts';
import { judgingRows } from '../scoring/standard.ts';
import { chainOf, chainSentence } from './chain.ts';
import { airspeedFromPositions, onlyLikely } from './likely.ts';
import type { AttemptScore } from './score.ts';

export function scoreAttempt(
  track: Track,
  attempt: Attempt,
  next: Attempt | undefined,
  context: ScoringContext,
): AttemptScore {
  const { rows, from } = judgingRows(context, attempt);
  const parameters = rows
    .map((row) => attempt.rowFor(row))
    .filter((row) => row !== undefined)
    .map((row) => scoreParameter(track, attempt, row, context.examiner));
  const likely = onlyLikely(track, attempt.maneuver);
  // Causes are told from small differences, which an airspeed worked out from positions does not carry.
  const findings = airspeedFromPositions(track)
    ? []
    : requireRoom(attempt.maneuver).sought.findings(track, attempt, next, context);
  const chain = chainOf(track, attempt, parameters);
  const judged = (judge: Judge) =>
    attempt.state === 'discontinued' || likely
      ? 'not-scored'
      : judgeAttempt(judge, parameters, findings, attempt.fallsShort);
  const named = namesOf(attempt, findings);
  return {
    maneuver: named.maneuver,
    variant: likely ? null : named.variant,
    ...(likely && { likely }),
    state: attempt.state,
    reason: attempt.reason,
    startS: attempt.startS,
    endS: attempt.endS,
    phases: named.phases,
    targets: attempt.targets,
    brief: attempt.brief && namedTargets(attempt.brief),
    inheritsEntry: attempt.inheritsEntry,
    turnedDeg: attempt.turnedDeg,
    parameters,
    judgedBy: from?.id,
    strict: judged('strict'),
    examiner: judged('examiner'),
    firstExcursion: firstExcursionOf(parameters),
    findings: named.findings,
    chain,
    wentFirst: chainSentence(chain, attempt.startS),
  };
}

/** What a room named, as the registry's types have it: a room gives no name that it did not declare, and a test holds it to that. */
const namesOf = ({ maneuver, variant, phases }: Attempt, findings: readonly Finding[]) =>
  ({ maneuver, variant, phases, findings }) as Pick<
    AttemptScore,
    'maneuver' | 'variant' | 'phases' | 'findings'
  >;

/** The required parameter that left its band first. */
function firstExcursionOf(parameters: readonly ParameterScore[]): AttemptScore['firstExcursion'] {
  const left = parameters
    .filter(
      (p): p is MeasuredParameterScore =>
        p.measured !== 'not-measured' && p.required && p.excursions.length > 0,
    )
    .map((p) => ({ parameter: p.parameter, atS: p.excursions[0].startS }))
    .sort((a, b) => a.atS - b.atS);
  return left[0] ?? null;
}
