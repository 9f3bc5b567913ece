/** One attempt scored: counted by the standard's rows, explained, judged. */

import { namedTargets } from '../card/targets.ts';
import type { Coded } from '../coded.ts';
import type { Attempt, ScoringContext } from '../kits/attempt/attempt.ts';
import { caseOf } from '../kits/attempt/case.ts';
import { findFaults } from '../kits/attempt/find-faults.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import type { Track } from '../recording/track/track.ts';
import { areTooMany, countExcursions, judgeAttempt } from '../scoring/judge.ts';
import { scoreParameter } from '../scoring/parameter.ts';
import type { Finding, Judge, MeasuredParameterScore, ParameterScore } from '../scoring/schema.ts';
import { judgingRows, rowsFor, type Standard } from '../scoring/standard.ts';
import { chainOf } from './chain.ts';
import { takenByAir } from './excused.ts';
import { airspeedFromPositions, onlyLikely } from './likely.ts';
import { seenRequirements } from './required.ts';
import type { AttemptScore } from './score.ts';

export function scoreAttempt(
  track: Track,
  attempt: Attempt,
  next: Attempt | undefined,
  context: ScoringContext,
): AttemptScore {
  const { rows, requirements: asked, from } = judgingRows(context, attempt);
  const parameters = rows
    .map((row) => attempt.rowFor(row))
    .filter((row) => row !== undefined)
    .map((row) => scoreParameter(track, attempt, row, context.examiner));
  const likely = onlyLikely(track, attempt.maneuver);
  // Causes are told from small differences, which an airspeed worked out from positions does not carry.
  const found = airspeedFromPositions(track)
    ? []
    : findFaults(requireRoom(attempt.maneuver).faults, caseOf(track, attempt, context, next));
  const findings = withOneOrder(found);
  const requirements = likely ? [] : seenRequirements(track, attempt, asked, context);
  const links = chainOf(track, attempt, parameters);
  const chain = outOfControl(found) ? links.map(({ because: _, ...link }) => link) : links;
  const tooOften = areTooMany(countExcursions(parameters), attempt.endS - attempt.startS, context.examiner);
  const taken = takenByAir(track, attempt, parameters);
  const judgedInAir = (judge: Judge) => {
    const verdict = judgeAttempt(judge, parameters, findings, requirements, tooOften);
    if (judge === 'strict' || verdict !== 'unsatisfactory' || !taken) return verdict;
    const others = parameters.filter((one) => one !== taken);
    return judgeAttempt(judge, others, findings, requirements, tooOften) === 'unsatisfactory'
      ? verdict
      : 'not-scored';
  };
  const judged = (judge: Judge) =>
    attempt.state === 'discontinued' || likely ? 'not-scored' : judgedInAir(judge);
  const named = namesOf(attempt, findings);
  return {
    maneuver: named.maneuver,
    variant: likely ? null : named.variant,
    variantUnknown: attempt.variantUnknown,
    ...(attempt.configuration !== undefined && { configuration: attempt.configuration }),
    ...(from && { judgedAs: judgedAs(attempt, from, context) }),
    ...(likely && { likely }),
    state: attempt.state,
    endedBy: attempt.endedBy,
    startS: attempt.startS,
    endS: attempt.endS,
    phases: named.phases,
    targets: attempt.targets,
    brief: attempt.brief && namedTargets(attempt.brief),
    inheritsEntry: attempt.inheritsEntry,
    turnedDeg: attempt.turnedDeg,
    ...(attempt.air && { air: { ...attempt.air, ...(taken && { took: taken.parameter }) } }),
    requirements,
    parameters,
    judgedBy: from?.id,
    strict: judged('strict'),
    examiner: judged('examiner'),
    firstExcursion: firstExcursionOf(parameters),
    findings: named.findings,
    chain,
  };
}

/** What has an order of its own, before which all other advice is silent. */
const outOfControl = (findings: readonly Finding[]): Finding | undefined =>
  findings.find(({ hazard, severity }) => severity === 'critical' && hazard === 'out-of-control');

function withOneOrder(findings: readonly Finding[]): Finding[] {
  const first = outOfControl(findings);
  return findings.map((one) => (first && one.id !== first.id ? { ...one, silent: true } : one));
}

/** Why the chosen standard does not judge it, though it has rows for the maneuver. */
const judgedAs = (
  { maneuver, configuration }: Attempt,
  from: Standard,
  { standard }: ScoringContext,
): Coded | undefined =>
  rowsFor(standard, { maneuver }).length > 0 && configuration
    ? {
        code: 'other-configuration',
        params: { configuration, standard: standard.shortName, by: from.shortName },
      }
    : undefined;

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
