/** Why a judge says so, what was out of tolerance first, and what a verdict rests without. */
import { firstFailed } from '../debrief/required.ts';
import type { AttemptScore } from '../debrief/score.ts';
import { areTooMany, countExcursions, DEFAULT_EXAMINER, type ExaminerFigures } from '../scoring/judge.ts';
import { type RequirementScore, unseenMusts } from '../scoring/requirement.ts';
import type { Judge, MeasuredParameterScore, ParameterScore } from '../scoring/schema.ts';
import { figuresIn, times, type Units } from './figures.ts';
import { PARAMETER_NAMES } from './names.ts';
import { capital, listed, openedAt, type Said, say, sentences } from './say.ts';
import { chainSaid, type Headed } from './score/chain.ts';
import { evidenceSaid, findingSaid, requirementName } from './score/findings.ts';
import { noticeSaid } from './score/notices.ts';

const nameOf = ({ id, asWritten }: RequirementScore): string => requirementName(id, asWritten);

/** A requirement that was not met or not seen, with its evidence. */
const requirementSaid = (one: RequirementScore, units: Units): Headed => ({
  head: say`${nameOf(one)}`,
  rest: evidenceSaid(one, units),
});

/** What failed before any tolerance: the red line, else the first requirement by when it was seen. */
function failedSaid({ findings, requirements }: AttemptScore, units: Units): Headed | null {
  // The airplane may be hurt: whatever else there is to say comes after it.
  const redLine = findings.find(({ hazard }) => hazard === 'red-line');
  if (redLine) return { head: [], rest: withoutStop(findingSaid(redLine, units).what) };
  const first = firstFailed(requirements);
  return first ? requirementSaid(first, units) : null;
}

const withoutStop = (said: Said): Said =>
  said.map((one, i) => (i === said.length - 1 ? { ...one, text: one.text.replace(/\.$/, '') } : one));

const whole = ({ head, rest }: Headed): Said => (head.length > 0 ? say`${head}: ${rest}.` : say`${rest}.`);

/** What went wrong first; null where everything stayed within tolerance. */
export function wentFirst(attempt: AttemptScore, units: Units): Headed | null {
  if (attempt.asWritten) {
    const text = attempt.asWritten.wentFirst;
    return text === null ? null : { head: [], rest: say`${text.replace(/\.$/, '')}` };
  }
  return failedSaid(attempt, units) ?? chainSaid(attempt.chain, attempt.startS, units);
}

/** The same as one sentence. */
export function wentFirstSaid(attempt: AttemptScore, units: Units): Said | null {
  const first = wentFirst(attempt, units);
  return first && whole(first);
}

/** @param figures what the examiner forgives by; the score has them where they are a school’s own. */
export function reasonSaid(
  attempt: AttemptScore,
  judge: Judge,
  units: Units,
  figures: ExaminerFigures = DEFAULT_EXAMINER,
): Said {
  if (attempt.state === 'discontinued')
    return say`Not a failure: ${attempt.endedBy ? noticeSaid(attempt.endedBy, units) : 'it was broken off'}.`;
  if (attempt.likely)
    return say`Worked out from positions alone: the airspeed is too uncertain to judge this. It is named, not judged.`;
  const failed = failedSaid(attempt, units);
  if (failed) return whole(failed);
  const critical = attempt.findings.find(({ severity }) => severity === 'critical');
  if (critical) return findingSaid(critical, units).what;
  const took = judge === 'examiner' && attempt[judge] === 'not-scored' ? attempt.air?.took : undefined;
  if (took)
    return say`Not scored: the air. A gust took ${PARAMETER_NAMES[took].toLowerCase()} out of tolerance once, for less than five seconds.`;
  const out = attempt.parameters.find(
    (p): p is MeasuredParameterScore => p.required && p.measured !== 'not-measured' && p[judge] === 'outside',
  );
  if (out) return openedAt(outsideSaid(out, judge, figures, units), longest(out).startS);
  const left = countExcursions(attempt.parameters);
  if (judge === 'examiner' && areTooMany(left, attempt.endS - attempt.startS, figures))
    return say`Out of tolerance ${times(left)}, each time briefly. ${capital(say`${times(figures.tooMany - 1)}`)} in each minute is allowed.`;
  const [unproven] = unseenMusts(attempt.requirements, 'proof');
  if (unproven) return whole(requirementSaid(unproven, units));
  const missing = attempt.parameters.find((p) => p.required && p.measured === 'not-measured');
  if (missing?.measured === 'not-measured')
    return say`${PARAMETER_NAMES[missing.parameter]} was not measured: ${noticeSaid(missing.because, units)}.`;
  if (attempt[judge] === 'not-scored' && !attempt.parameters.some(({ required }) => required))
    return say`The standard has no row for it: it is named and gets no verdict.`;
  const lapse = attempt.parameters.some(
    (p) => p.required && p.measured !== 'not-measured' && p[judge] === 'momentary',
  );
  return sentences(
    lapse ? say`A brief deviation, corrected in time.` : say`Stayed within tolerance throughout.`,
    restsOn(attempt),
  );
}

/** What was not seen, where a verdict stands without it. */
function restsOn({ requirements }: AttemptScore): Said | null {
  const unseen = unseenMusts(requirements, 'prohibition').map((one) => say`${nameOf(one).toLowerCase()}`);
  return unseen.length === 0
    ? null
    : say`Judged without ${listed(unseen)}, which the recording does not show.`;
}

const longest = ({ excursions }: MeasuredParameterScore) =>
  excursions.reduce((most, one) => (one.endS - one.startS > most.endS - most.startS ? one : most));

function outsideSaid(
  out: MeasuredParameterScore,
  judge: Judge,
  { promptS, toleranceUsedLimit }: ExaminerFigures,
  units: Units,
): Said {
  const f = figuresIn(units);
  const name = PARAMETER_NAMES[out.parameter];
  const [bad] = out.excursions.filter(({ not }) => not);
  if (judge === 'strict' || out.startS === out.endS) return say`${name} was out of tolerance.`;
  if (bad?.not === 'far')
    return say`${name} went further than a brief deviation may: ${f.number(toleranceUsedLimit, 1)} times its tolerance, or 3 kt, 30 ft or 3° past the edge.`;
  if (bad?.not === 'late')
    return say`${name} was out of tolerance and did not turn back within ${f.seconds(3)}.`;
  const { startS, endS } = longest(out);
  return say`${name} was out of tolerance for ${f.seconds(endS - startS, 1)}. A brief deviation lasts ${f.seconds(promptS)} at most.`;
}

/** What stands between this attempt and a whole verdict. */
export function missingSaid(attempt: AttemptScore, units: Units): Said[] {
  if (attempt.asWritten) return attempt.asWritten.missing.map((text) => say`${text}`);
  return [
    ...attempt.requirements
      .filter(({ must, held }) => must && held === null)
      .map((one) => say`${nameOf(one)}: ${evidenceSaid(one, units)}`),
    ...attempt.parameters.flatMap((p: ParameterScore) =>
      p.required && p.measured === 'not-measured'
        ? [say`${PARAMETER_NAMES[p.parameter]}: ${noticeSaid(p.because, units)}`]
        : [],
    ),
  ];
}
