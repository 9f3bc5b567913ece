/** Findings and verdicts by their names alone. */
import { findRoom } from '../../maneuvers/registry.ts';
import { VERDICT_WORDS } from '../names.ts';

/** A finding by its name alone, where no figures go with it. */
export function findingName(id: string): string {
  const [maneuver, name = id] = id.split('/');
  const room = findRoom(maneuver);
  const words = name
    .split('-')
    .map((word) => WHOLE[word] ?? word)
    .join(' ');
  return room ? `${room.title}: ${words}` : capital(words);
}

/** Of the words that names are short in. */
const WHOLE: Readonly<Record<string, string>> = {
  alt: 'altitude',
  va: 'V_A',
  rollout: 'roll-out',
  vs: 'V_S',
};

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export const maneuverTitle = (maneuver: string): string => findRoom(maneuver)?.title ?? maneuver;

export const verdictName = (verdict: string): string =>
  VERDICT_WORDS[verdict as keyof typeof VERDICT_WORDS] ?? verdict;
