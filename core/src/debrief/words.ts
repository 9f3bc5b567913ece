/** Maneuvers, parameters and verdicts as a person reads them. */
import { findRoom } from '../maneuvers/registry.ts';

import type { AttemptVerdict } from '../scoring/schema.ts';

export const PARAMETER_NAMES: Record<string, string> = {
  altitude: 'Altitude',
  airspeed: 'Airspeed',
  heading: 'Heading',
  'rollout-heading': 'Roll-out',
  bank: 'Bank',
  coordination: 'Ball',
  floor: 'Floor',
  'altitude-loss': 'Altitude lost',
  'vertical-speed': 'Vertical speed',
};

/** Without a variant it is only likely. */
export function maneuverName(maneuver: string, variant: string | null): string {
  const name = findRoom(maneuver)?.one ?? maneuver;
  if (variant === null) return `Likely ${name.toLowerCase()}`;
  if (variant === 'standard') return name;
  return variant === 'left' || variant === 'right' ? `${name} ${variant}` : `${name}, ${variant}`;
}

export const VERDICT_WORDS: Record<AttemptVerdict, string> = {
  satisfactory: 'To standard',
  unsatisfactory: 'Not yet to standard',
  'not-scored': 'Not scored',
};
