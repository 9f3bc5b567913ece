/** Why a judge says so, in a sentence; and what the verdict rests without. */
import { numberText } from '../kits/attempt/finding.ts';
import { DEFAULT_EXAMINER, type ExaminerFigures } from '../scoring/judge.ts';
import { unseenMusts } from '../scoring/requirement.ts';
import type { Judge, MeasuredParameterScore } from '../scoring/schema.ts';
import { failedSentence } from './required.ts';
import type { AttemptScore } from './score.ts';
import { PARAMETER_NAMES } from './words.ts';

const nameOf = (parameter: string): string => PARAMETER_NAMES[parameter] ?? parameter;

/** @param figures what the examiner forgives by; the score has them where they are a school’s own. */
export function reasonOf(
  attempt: AttemptScore,
  judge: Judge,
  figures: ExaminerFigures = DEFAULT_EXAMINER,
): string {
  if (attempt.state === 'discontinued') return `Not a failure: ${attempt.reason ?? 'it was broken off'}.`;
  if (attempt.likely)
    return 'Worked out from positions alone: the airspeed is not sure enough to judge this. It is named, not judged.';
  const critical = attempt.findings.find((finding) => finding.severity === 'critical');
  const failed = failedSentence(attempt.findings, attempt.requirements) ?? critical?.what;
  if (failed) return failed;
  const out = attempt.parameters.find(
    (p): p is MeasuredParameterScore => p.required && p.measured !== 'not-measured' && p[judge] === 'outside',
  );
  if (out) return outsideSentence(out, judge, figures);
  const [unproven] = unseenMusts(attempt.requirements, 'proof');
  if (unproven) return `${unproven.asks}: ${unproven.what}.`;
  const missing = attempt.parameters.find((p) => p.required && p.measured === 'not-measured');
  if (missing?.measured === 'not-measured')
    return `${nameOf(missing.parameter)} was not measured: ${missing.reason}.`;
  if (attempt[judge] === 'not-scored' && !attempt.parameters.some(({ required }) => required))
    return 'No row of the standard judges it: it is named, and has no verdict.';
  const lapse = attempt.parameters.some(
    (p) => p.required && p.measured !== 'not-measured' && p[judge] === 'momentary',
  );
  const words = lapse
    ? 'A short lapse, put right in time.'
    : 'Everything that is judged stayed inside its band.';
  return [words, restsOn(attempt)].filter(Boolean).join(' ');
}

/** What was not seen, where a verdict stands without it. */
function restsOn({ requirements }: AttemptScore): string {
  const unseen = unseenMusts(requirements, 'prohibition').map(({ asks }) => asks.toLowerCase());
  return unseen.length === 0 ? '' : `On what was recorded: ${unseen.join(', ')} not seen.`;
}

function outsideSentence(out: MeasuredParameterScore, judge: Judge, figures: ExaminerFigures): string {
  const { promptS, tooMany, toleranceUsedLimit } = figures;
  const longestS = Math.max(...out.excursions.map(({ startS, endS }) => endS - startS));
  const name = nameOf(out.parameter);
  if (judge === 'strict' || longestS === 0) return `${name} left its band.`;
  if (longestS > promptS)
    return `${name} stayed out for ${numberText(longestS, 1)} s; ${numberText(promptS)} s is the limit for a lapse that is put right.`;
  if (out.toleranceUsed > toleranceUsedLimit) {
    const times = toleranceUsedLimit === 2 ? 'twice' : `${numberText(toleranceUsedLimit, 1)} times`;
    return `${name} went beyond ${times} its tolerance.`;
  }
  const most = tooMany === 2 ? 'once' : tooMany === 3 ? 'twice' : `${tooMany - 1} times`;
  return `${name} left its band ${out.excursions.length} times; ${most} in a minute is the limit.`;
}
