/** What a student takes along of an attempt: what went well, what went first, one thing for next time. */

import type { AttemptStatements } from '../debrief/read-statements.ts';
import type { AttemptScore } from '../debrief/score.ts';
import { OBSERVATIONS } from '../debrief/statements.ts';
import type { MeasuredParameterScore } from '../scoring/schema.ts';
import { worstOf } from '../scoring/worst.ts';
import { figuresIn, type Units } from './figures.ts';
import { happened } from './happened.ts';
import { PARAMETER_NAMES } from './names.ts';
import { wentFirstSaid } from './reason.ts';
import { type Said, say, textOf } from './say.ts';
import { requirementName } from './score/findings.ts';

interface TakenAlong {
  /** Three at the most; empty where nothing surely was. */
  well: string[];
  /** What went first, or the first fault; null where there was none. */
  first: string | null;
  /** The instructor's words, else what to try about the first fault; null where nothing is to be said. */
  next: string | null;
}

const MOST = 3;
/** Held within this share of its tolerance something went well. */
const WELL_SHARE = 0.6;

/**
 * @param parked findings kept for another day: they are not pressed.
 */
export function takenAlong(
  attempt: AttemptScore,
  { observed, nextTime }: Pick<AttemptStatements, 'observed' | 'nextTime'>,
  parked: readonly string[],
  units: Units,
): TakenAlong {
  const pressed = happened(attempt, units).filter(
    ({ id, severity }) => severity === 'critical' || (severity !== 'note' && !(id && parked.includes(id))),
  );
  return {
    well: wentWell(attempt, observed, units),
    first: textOr(wentFirstSaid(attempt, units) ?? pressed[0]?.title),
    next: nextTime || textOr(pressed.find(({ tryNext }) => tryNext.length > 0)?.tryNext),
  };
}

const textOr = (said: Said | undefined): string | null => (said ? textOf(said) : null);

function wentWell(attempt: AttemptScore, observed: AttemptStatements['observed'], units: Units): string[] {
  const seen = OBSERVATIONS.filter(({ item, kind }) => kind === 'good' && observed.includes(item));
  const held = attempt.parameters
    .filter((one): one is MeasuredParameterScore => one.required && one.measured !== 'not-measured')
    .filter(({ toleranceUsed, excursions }) => toleranceUsed <= WELL_SHARE && excursions.length === 0)
    .sort((a, b) => a.toleranceUsed - b.toleranceUsed)
    .map((one) => textOf(withinSaid(one, units)));
  const words = [...seen.map(({ says }) => says), ...held].slice(0, MOST);
  const asked = attempt.requirements.filter((one) => one.must && one.held === true);
  // Of what is asked only where the figures have little to say, as in a stall.
  if (words.length < 2 && asked.length > 0)
    words.push(
      `As required: ${asked
        .slice(0, MOST)
        .map(({ id, asWritten }) => requirementName(id, asWritten).toLowerCase())
        .join(', ')}`,
    );
  return words;
}

/** "Altitude within 28 ft; 150 ft is allowed"; with both sides where the tolerance has two. */
function withinSaid(parameter: MeasuredParameterScore, units: Units): Said {
  const { low, high, maxBelow, maxAbove, unit } = parameter;
  const f = figuresIn(units);
  const name = PARAMETER_NAMES[parameter.parameter];
  if (high === -low) {
    const { deviation } = worstOf(parameter);
    return say`${name} within ${f.in(Math.abs(deviation), unit)}; ${f.tolerance(high, unit)} is allowed`;
  }
  const sides = (below: number, above: number): Said =>
    say`−${f.in(Math.abs(Math.min(0, below)), unit)} to +${f.in(Math.max(0, above), unit)}`;
  return say`${name} ${sides(maxBelow, maxAbove)} of the target; −${f.tolerance(Math.max(0, -low), unit)} to +${f.tolerance(high, unit)} is allowed`;
}
