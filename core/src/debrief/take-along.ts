/** What a student takes along of an attempt: what went well, what went first, one thing for next time. */
import { numberText } from '../kits/attempt/finding.ts';
import type { MeasuredParameterScore } from '../scoring/schema.ts';
import { worstOf } from '../scoring/worst.ts';
import { speedIn } from '../units/convert.ts';
import { happened } from './happened.ts';
import type { AttemptStatements } from './read-statements.ts';
import type { AttemptScore } from './score.ts';
import { OBSERVATIONS } from './statements.ts';
import { PARAMETER_NAMES } from './words.ts';

export interface TakenAlong {
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
const UNITS: Record<string, string> = {
  ft: ' ft',
  kt: ' kt',
  deg: '°',
  'deg/s': '°/s',
  'ft/min': ' ft/min',
  g: ' g',
};

/**
 * @param parked findings kept for another day: they are not pressed.
 * @param speedUnit kt or mph, as the airplane shows it.
 */
export function takenAlong(
  attempt: AttemptScore,
  { observed, nextTime }: Pick<AttemptStatements, 'observed' | 'nextTime'>,
  parked: readonly string[],
  speedUnit: string,
): TakenAlong {
  const pressed = happened(attempt).filter(
    ({ id, severity }) => severity === 'critical' || (severity !== 'note' && !(id && parked.includes(id))),
  );
  return {
    well: wentWell(attempt, observed, speedUnit),
    first: attempt.wentFirst ?? pressed[0]?.title ?? null,
    next: nextTime || pressed.find(({ tryNext }) => tryNext)?.tryNext || null,
  };
}

function wentWell(
  attempt: AttemptScore,
  observed: AttemptStatements['observed'],
  speedUnit: string,
): string[] {
  const seen = OBSERVATIONS.filter(({ item, kind }) => kind === 'good' && observed.includes(item));
  const held = attempt.parameters
    .filter((one): one is MeasuredParameterScore => one.required && one.measured !== 'not-measured')
    .filter(({ toleranceUsed, excursions }) => toleranceUsed <= WELL_SHARE && excursions.length === 0)
    .sort((a, b) => a.toleranceUsed - b.toleranceUsed)
    .map((one) => heldWords(one, speedUnit));
  const words = [...seen.map(({ says }) => says), ...held].slice(0, MOST);
  const asked = attempt.requirements.filter((one) => one.must && one.held === true);
  // Of what is asked only where the figures have little to say, as in a stall.
  if (words.length < 2 && asked.length > 0)
    words.push(
      `As asked: ${asked
        .slice(0, MOST)
        .map(({ asks }) => asks.toLowerCase())
        .join(', ')}`,
    );
  return words;
}

/** "Altitude within 28 ft; 150 is allowed"; with both sides where the band has two. */
function heldWords(parameter: MeasuredParameterScore, speedUnit: string): string {
  const { low, high, maxBelow, maxAbove } = parameter;
  const { deviation } = worstOf(parameter);
  const digits = parameter.unit === 'g' ? 2 : 0;
  const speed = parameter.parameter === 'airspeed';
  const shown = (value: number) => numberText(Math.abs(speed ? speedIn(value, speedUnit) : value), digits);
  const unit = speed ? ` ${speedUnit}` : (UNITS[parameter.unit] ?? ` ${parameter.unit}`);
  const name = PARAMETER_NAMES[parameter.parameter] ?? parameter.parameter;
  if (high === -low) return `${name} within ${shown(deviation)}${unit}; ${shown(high)} is allowed`;
  const sides = (below: number, above: number) =>
    `−${shown(Math.min(0, below))} to +${shown(Math.max(0, above))}`;
  return `${name} ${sides(maxBelow, maxAbove)}${unit} of the target; ${sides(low, high)} is allowed`;
}
