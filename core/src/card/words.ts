/** Words that several cards share. */
import { type Day, headingWords, speedWords } from './day.ts';

/** What is checked before every maneuver, and how the area is cleared in this school. */
export function checksFor(day: Day): string[] {
  return [...day.technique.checks, clearingCheck(day)];
}

function clearingCheck({ technique }: Day): string {
  const first = technique.clearingFirst;
  const turns = {
    'two-90': `90° ${first}, then back the other way`,
    'one-180': `180° to the ${first}`,
    'one-360': `a full circle to the ${first}`,
  }[technique.clearingMethod];
  return technique.clearingWhen === 'before-each'
    ? `Clear the area: ${turns}, then keep looking`
    : `Clear the area once: ${turns}; from then on look all the time`;
}

export const HANDBOOK_FIRST =
  'The airplane’s handbook, local rules and your instructor come first. Nothing here is a flight instrument.';
export const NOT_ALONE =
  'Weight and balance within limits before you go. Not alone before you are signed off for it.';
export const SPIN_RECOVERY =
  'If it spins: power idle, ailerons neutral, full rudder against the turn, stick forward until it flies, rudder neutral as it stops, ease out of the dive. The handbook’s own order comes first. Too soon a pull stalls again; too late costs height and speed.';

const vaWords = (day: Day): string =>
  `${speedWords(day, day.vaKias, true)}, the maneuvering speed at ${Math.round(day.weightLb)} lb`;
const VA_PROTECTS = 'It protects against one full input on one axis, not repeated or combined ones.';

/** Where nothing is pulled, the maneuvering speed is for rough air. */
export const vaNote = (day: Day): string => `In rough air stay at or below ${vaWords(day)}. ${VA_PROTECTS}`;

export const vaCaution = (day: Day): string => `Above ${vaWords(day)}, stop the maneuver. ${VA_PROTECTS}`;

/** An engine with a carburettor has heat for it; one of which nothing is said may have. */
export const hasHeat = ({ airplane }: Day): boolean => airplane.engine?.carburettor !== false;

export function carburettorCaution(day: Day): string[] {
  return hasHeat(day)
    ? [
        'Carburettor ice forms at low power in damp air: heat on before the power comes back, off for full power.',
      ]
    : [];
}

/** Whether the school changes the attitude first and lets the power follow. */
export const pitchFirst = (day: Day): boolean => day.technique.changeOrder === 'pitch-power-trim';

export const changeOrder = (day: Day): string =>
  pitchFirst(day) ? 'pitch, power, trim' : 'power, pitch, trim';

/** A step that begins with the heat, where the engine has one. */
export const heatThen = (day: Day, step: string): string =>
  hasHeat(day) ? `Carburettor heat as fitted, ${step}` : step[0].toUpperCase() + step.slice(1);

export const flapCaution = (day: Day, stage: number): string[] => {
  const flap = day.airplane.flaps[stage - 1];
  return flap ? [`Flaps ${flap.deg}°: never above ${speedWords(day, flap.vfeKias, true)}.`] : [];
};

/** How every maneuver begins. */
export const steadyEntry = (day: Day, kias: number | null): string =>
  `Pick a far point on ${headingWords(day.headingDeg)}; ${kias === null ? 'on altitude and speed' : `at ${speedWords(day, kias)}, on altitude`}, trimmed, for ten seconds`;
