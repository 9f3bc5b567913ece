/**
 * The two judges. Strict: any excursion fails. Examiner, after the appendix of the FAA's certification standards
 * (unsatisfactory: consistently exceeding tolerances, or no prompt correction): a few short ones are forgiven.
 */
import type { AttemptVerdict, Finding, Judge, ParameterScore, ParameterVerdict } from './schema.ts';

export interface ExaminerFigures {
  /** An excursion back inside within this time was corrected promptly. */
  promptS: number;
  /** This many excursions are consistent exceeding, however short. */
  tooMany: number;
  /** None may use more of its tolerance than this. */
  toleranceUsedLimit: number;
}

export const DEFAULT_EXAMINER: ExaminerFigures = { promptS: 5, tooMany: 3, toleranceUsedLimit: 2 };

export function judgeParameter(
  excursions: readonly { startS: number; endS: number; toleranceUsed: number }[],
  figures: ExaminerFigures = DEFAULT_EXAMINER,
): Record<Judge, ParameterVerdict> {
  if (excursions.length === 0) return { strict: 'within', examiner: 'within' };
  const forgiven =
    excursions.length < figures.tooMany &&
    excursions.every(
      ({ startS, endS, toleranceUsed }) =>
        endS - startS <= figures.promptS && toleranceUsed <= figures.toleranceUsedLimit,
    );
  return { strict: 'outside', examiner: forgiven ? 'momentary' : 'outside' };
}

/**
 * Satisfactory, unless a required parameter is outside, something critical happened, or too little of the maneuver
 * was flown (`fallsShort`).
 */
export function judgeAttempt(
  judge: Judge,
  parameters: readonly ParameterScore[],
  findings: readonly Finding[],
  fallsShort = false,
): AttemptVerdict {
  const required = parameters.filter((parameter) => parameter.required);
  const failed = required.some((p) => p.measured !== 'not-measured' && p[judge] === 'outside');
  if (failed || fallsShort || findings.some((finding) => finding.severity === 'critical'))
    return 'unsatisfactory';
  if (required.length === 0 || required.some((p) => p.measured === 'not-measured')) return 'not-scored';
  return 'satisfactory';
}
