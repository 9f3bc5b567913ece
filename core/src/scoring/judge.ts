/**
 * The two judges. Strict: any excursion fails. Examiner, after the appendix of the FAA's certification standards
 * (unsatisfactory: consistently exceeding tolerances, or no prompt correction): a few short ones are forgiven.
 */
import { failedMusts, type RequirementScore, unseenMusts } from './requirement.ts';
import type { AttemptVerdict, Finding, Judge, ParameterScore, ParameterVerdict } from './schema.ts';

export interface ExaminerFigures {
  /** An excursion back inside within this time was corrected promptly. */
  promptS: number;
  /** This many excursions in each minute begun are consistent exceeding, however short. */
  tooMany: number;
  /** None may use more of its tolerance than this. */
  toleranceUsedLimit: number;
}

export const DEFAULT_EXAMINER: ExaminerFigures = { promptS: 5, tooMany: 3, toleranceUsedLimit: 2 };

/** Whether a school has left the examiner’s figures as they are usually taken. */
export const areUsual = (figures: ExaminerFigures): boolean =>
  (Object.keys(DEFAULT_EXAMINER) as (keyof ExaminerFigures)[]).every(
    (key) => figures[key] === DEFAULT_EXAMINER[key],
  );

export function judgeParameter(
  excursions: readonly { startS: number; endS: number; toleranceUsed: number }[],
  figures: ExaminerFigures = DEFAULT_EXAMINER,
  /** Time judged, s: a longer attempt may have more short lapses than a short one. */
  overS = 0,
): Record<Judge, ParameterVerdict> {
  if (excursions.length === 0) return { strict: 'within', examiner: 'within' };
  const forgiven =
    excursions.length < figures.tooMany * Math.max(1, Math.ceil(overS / 60)) &&
    excursions.every(
      ({ startS, endS, toleranceUsed }) =>
        endS - startS <= figures.promptS && toleranceUsed <= figures.toleranceUsedLimit,
    );
  return { strict: 'outside', examiner: forgiven ? 'momentary' : 'outside' };
}

/**
 * Unsatisfactory, whoever judges, where something that must be so was not, or something critical happened; and where a
 * required parameter is outside. Not scored where what would prove the maneuver, or a required parameter, could not be seen.
 */
export function judgeAttempt(
  judge: Judge,
  parameters: readonly ParameterScore[],
  findings: readonly Finding[],
  requirements: readonly RequirementScore[] = [],
): AttemptVerdict {
  const required = parameters.filter((parameter) => parameter.required);
  const outside = required.some((p) => p.measured !== 'not-measured' && p[judge] === 'outside');
  if (
    failedMusts(requirements).length > 0 ||
    outside ||
    findings.some(({ severity }) => severity === 'critical')
  )
    return 'unsatisfactory';
  const proofs = requirements.filter(({ must, kind }) => must && kind === 'proof');
  if (required.length === 0 && proofs.length === 0) return 'not-scored';
  if (unseenMusts(requirements, 'proof').length > 0) return 'not-scored';
  return required.some((p) => p.measured === 'not-measured') ? 'not-scored' : 'satisfactory';
}
