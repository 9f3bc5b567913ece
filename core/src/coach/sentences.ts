/** What the coach says, as a list that a school can read and put in its own words. */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import type { Meaning } from '../kits/coach/meaning.ts';
import { type ManeuverId, requireRoom, rooms } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import type { CoachWords } from './coach-words.ts';

export interface CoachSentence {
  key: string;
  /** As the program puts it. */
  says: string;
  /** What it asks for, which stays whatever the words are. */
  means: readonly Meaning[];
  kind: 'step' | 'situation';
  /** The step that it belongs to, or what it is said about. */
  about: string;
}

/** A figure of the day in it is worked out; words that were written down would not follow it. */
const hasFigure = (text: string): boolean => /\d/.test(text);

/**
 * What may be put otherwise in one maneuver: steps and situations. What is said for safety may not, and what has the
 * day's figures in it cannot.
 */
export function coachSentences(maneuver: ManeuverId): CoachSentence[] {
  const room = requireRoom(maneuver);
  const [airplane] = fleet;
  const card = targetCard({
    airplane,
    standard: findStandard('faa-private')!,
    maneuver,
    variant: room.variants[0],
  });
  const steps = room.coach.steps(card, airplane).map(
    ({ id, name, does, means }): CoachSentence => ({
      key: `${maneuver}/step/${id}`,
      says: does,
      means,
      kind: 'step',
      about: name,
    }),
  );
  const situations = room.coach.situations(card, airplane).flatMap(({ id, says, means, safety }) =>
    says === undefined || safety
      ? []
      : [
          {
            key: `${maneuver}/${id}`,
            says,
            means: means ?? [],
            kind: 'situation' as const,
            about: id.replaceAll('-', ' '),
          },
        ],
  );
  const seen = new Set<string>();
  return [...steps, ...situations].filter(({ key, says }) => {
    if (hasFigure(says) || says === '' || seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** @returns the first key that nothing is said under; undefined where all are known. */
export function unknownSentence(words: CoachWords): string | undefined {
  const maneuvers = new Set(Object.keys(words).map((key) => key.split('/')[0]));
  const known = new Set(
    rooms.filter(({ id }) => maneuvers.has(id)).flatMap(({ id }) => coachSentences(id).map(({ key }) => key)),
  );
  return Object.keys(words).find((key) => !known.has(key));
}
