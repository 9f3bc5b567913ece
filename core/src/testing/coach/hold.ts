/** A flown maneuver held to the coach: what it says of a habit, and never says; and that a clean flight is flown in peace. */
import { replayCoach } from '../../coach/replay.ts';
import type { FlownManeuver } from '../../fly/fly.ts';
import { airplaneOf } from '../habits/airplane-of.ts';
import { NAMED_AFTER, OWN_WORD } from './habits.ts';
import { type Asked, breaks, type NeverAsked } from './reads.ts';

/** The same things by the names that a reader gives them. Which foot is asked is read elsewhere. */
const ASKED: Readonly<Record<string, Asked>> = {
  PULL: 'PULL',
  PUSH: 'PUSH',
  'MORE POWER': 'P+',
  'LESS POWER': 'P-',
  ROLL: 'ROLL',
  STEEP: 'STEEP',
  FEET: 'RUD',
  'FLAPS OUT': 'FL+',
  'FLAPS IN': 'FL-',
  ALTITUDE: 'ALT',
  HEADING: 'HDG',
  FIGURE: 'NUM',
  GOOD: 'OK',
  RECOVER: 'recover',
};

const askedOf = (never: string): NeverAsked[] => {
  const how = / (alone|first)$/.exec(never)?.[0] ?? '';
  const asked = ASKED[never.slice(0, never.length - how.length)];
  return asked ? [`${asked}${how}` as NeverAsked] : [];
};

export interface Heard {
  /** What was said of a lapse, or of safety. */
  lapses: string[];
  /** Of each sentence that was said, whose word it was. */
  ids: string[];
  /** Sentences that ask for what was not to be asked then. */
  forbidden: string[];
}

export function heardIn({ recording, card }: FlownManeuver): Heard {
  const forbidden = new Set<string>();
  const heard = replayCoach(recording, { card, airplane: airplaneOf(card) }, ({ word, never }) => {
    if (!word || word.level === 'safety') return;
    for (const one of breaks(word.says, never.flatMap(askedOf))) forbidden.add(`${word.says} (${one})`);
  });
  return {
    lapses: heard.filter(({ level }) => level === 'now' || level === 'safety').map(({ says }) => says),
    ids: heard.map(({ id }) => id),
    forbidden: [...forbidden],
  };
}

export const saysItsWord = (habit: string, { ids }: Heard): boolean =>
  NAMED_AFTER.includes(habit) || ids.some((id) => OWN_WORD[habit]?.includes(id));
