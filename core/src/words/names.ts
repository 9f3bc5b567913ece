/** Maneuvers, parameters and verdicts as a person reads them. */
import { variantWords } from '../card/flown-words.ts';
import type { AttemptScore } from '../debrief/score.ts';
import type { PartName } from '../kits/shape/parts.ts';
import { findRoom } from '../maneuvers/registry.ts';
import type { AttemptVerdict } from '../scoring/schema.ts';
import type { Parameter } from '../scoring/standard.ts';

export const PARAMETER_NAMES: Readonly<Record<Parameter, string>> = {
  altitude: 'Altitude',
  airspeed: 'Airspeed',
  heading: 'Heading',
  'rollout-heading': 'Roll-out heading',
  bank: 'Bank',
  'turn-rate': 'Rate of turn',
  coordination: 'Coordination',
  floor: 'Floor',
  'altitude-loss': 'Altitude lost',
  'vertical-speed': 'Vertical speed',
};
/** Of a parameter that may be of another version. */
export const parameterName = (parameter: string): string =>
  (PARAMETER_NAMES as Readonly<Record<string, string>>)[parameter] ?? parameter.replaceAll('-', ' ');

/** A maneuver, with its variant where it is known. */
export function maneuverName(maneuver: string, variant: string | null): string {
  const name = findRoom(maneuver)?.one ?? maneuver;
  if (variant === null || variant === 'standard') return name;
  return variant === 'left' || variant === 'right'
    ? `${name} ${variant}`
    : `${name}, ${variantWords(variant)}`;
}

/** What is needed of an attempt to name it. */
type NamedAttempt = Pick<AttemptScore, 'maneuver' | 'variant' | 'likely' | 'configuration'>;

/** An attempt as it is called: likely, where nothing surer can be said; a stall's flaps where they are not the usual ones. */
export function attemptName({ maneuver, variant, likely, configuration }: NamedAttempt): string {
  const name = maneuverName(maneuver, variant);
  if (likely) return `Likely ${name.toLowerCase()}`;
  const [usual] = findRoom(maneuver)?.card.configurations ?? [];
  return usual && configuration && configuration !== usual ? `${name}, ${configuration}` : name;
}

const PART_WORDS: Record<PartName, string> = {
  parked: 'parked',
  taxi: 'taxi',
  takeoff: 'takeoff',
  'climb-out': 'climb-out',
  'low-work': 'low work',
  transit: 'transit',
  area: 'area work',
  circuit: 'circuit',
  approach: 'approach',
  landing: 'landing',
};
/** A part of the day as a person says it. */
export const partName = (name: PartName): string => PART_WORDS[name];

export const VERDICT_WORDS: Record<AttemptVerdict, string> = {
  satisfactory: 'To standard',
  unsatisfactory: 'Not yet to standard',
  'not-scored': 'Not scored',
};
