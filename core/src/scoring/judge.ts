/**
 * The two judges. Strict: any excursion fails. Examiner, after the appendix of the FAA's certification standards
 * (unsatisfactory: consistently exceeding tolerances, or no prompt correction): a few short ones are forgiven.
 */
import type { FoundExcursion } from './excursion.ts';
import { failedMusts, type RequirementScore, unseenMusts } from './requirement.ts';
import type { AttemptVerdict, Finding, Judge, ParameterScore, ParameterVerdict } from './schema.ts';

export interface ExaminerFigures {
  /** An excursion back inside within this time was corrected promptly. */
  promptS: number;
  /** This many excursions in each minute begun are consistent exceeding, however short. */
  tooMany: number;
  /** None may use more of its tolerance than this, where that is further than a few knots, feet or degrees. */
  toleranceUsedLimit: number;
}

/** House figures: the standards name no size. */
export const DEFAULT_EXAMINER: ExaminerFigures = { promptS: 5, tooMany: 3, toleranceUsedLimit: 1.3 };
/** A correction shows within this time of leaving. */
const TURNS_BACK_S = 3;
/** Excursions of different parameters that begin no further apart are one. */
const TOGETHER_S = 1;

/** Whether a school has left the examiner’s figures as they are usually taken. */
export const areUsual = (figures: ExaminerFigures): boolean =>
  (Object.keys(DEFAULT_EXAMINER) as (keyof ExaminerFigures)[]).every(
    (key) => figures[key] === DEFAULT_EXAMINER[key],
  );

/** What keeps an excursion from being a brief one: too far, turned back too late, or outside too long. */
export type Lapse = 'far' | 'late' | 'long';

/** What an examiner lets go beyond an edge, in the parameter's unit, besides a share of the tolerance. */
interface Allowance {
  halfWidth: number;
  leastBeyond: number;
}

export function lapseOf(
  { startS, endS, peakS, beyond }: Pick<FoundExcursion, 'startS' | 'endS' | 'peakS' | 'beyond'>,
  { promptS, toleranceUsedLimit }: ExaminerFigures,
  { halfWidth, leastBeyond }: Allowance,
): Lapse | undefined {
  if (beyond > Math.max((toleranceUsedLimit - 1) * halfWidth, leastBeyond)) return 'far';
  if (endS - startS > promptS) return 'long';
  return peakS - startS > TURNS_BACK_S ? 'late' : undefined;
}

export function judgeParameter(excursions: readonly { not?: Lapse }[]): Record<Judge, ParameterVerdict> {
  if (excursions.length === 0) return { strict: 'within', examiner: 'within' };
  return { strict: 'outside', examiner: excursions.some(({ not }) => not) ? 'outside' : 'momentary' };
}

/**
 * How often required parameters were left: what leaves together is one, the same one leaving again counts again. For scores
 * whose every excursion was brief.
 */
export function countExcursions(parameters: readonly ParameterScore[]): number {
  const all = parameters
    .flatMap((p) =>
      p.required && p.measured !== 'not-measured'
        ? p.excursions.map(({ startS, endS }) => ({ startS, endS, parameter: p.parameter }))
        : [],
    )
    .sort((a, b) => a.startS - b.startS);
  return all.filter((one, i) => {
    const before = all[i - 1];
    return !(before && before.parameter !== one.parameter && one.startS <= before.endS + TOGETHER_S);
  }).length;
}

/** Whether short deviations came so often that they are consistent exceeding. */
export const areTooMany = (count: number, overS: number, { tooMany }: ExaminerFigures): boolean =>
  count >= tooMany * Math.max(1, Math.ceil(overS / 60));

/**
 * Unsatisfactory, whoever judges, where something that must be so was not, or something critical happened; and where a
 * required parameter is outside. Not scored where what would prove the maneuver, or a required parameter, could not be seen.
 */
export function judgeAttempt(
  judge: Judge,
  parameters: readonly ParameterScore[],
  findings: readonly Finding[],
  requirements: readonly RequirementScore[] = [],
  /** Brief deviations came too often. */
  tooOften = false,
): AttemptVerdict {
  const required = parameters.filter((parameter) => parameter.required);
  const outside = required.some((p) => p.measured !== 'not-measured' && p[judge] === 'outside');
  if (
    failedMusts(requirements).length > 0 ||
    outside ||
    (judge === 'examiner' && tooOften) ||
    findings.some(({ severity }) => severity === 'critical')
  )
    return 'unsatisfactory';
  const proofs = requirements.filter(({ must, kind }) => must && kind === 'proof');
  if (required.length === 0 && proofs.length === 0) return 'not-scored';
  if (unseenMusts(requirements, 'proof').length > 0) return 'not-scored';
  return required.some((p) => p.measured === 'not-measured') ? 'not-scored' : 'satisfactory';
}
