/** How a maneuver is flown, in the words of a lesson's order and of a card: which way, and with which flaps. */
import type { TargetCard } from './card.ts';

const WORDS: Readonly<Record<string, string>> = {
  clean: 'flaps up',
  takeoff: 'takeoff flaps',
  landing: 'landing flaps',
};

/** A variant's own name, read out. */
export const variantWords = (variant: string): string => variant.replaceAll('-', ' ');

/** A variant where it follows its maneuver’s name: nothing where there is only one, or nobody could tell. */
export const variantAfter = (variant: string | null): string =>
  variant === null || variant === 'standard' ? '' : variantWords(variant);

/** A variant or a setting of the flaps in words. */
export const wayWords = (way: string): string => WORDS[way] ?? variantWords(way);

/** `cards`: those of one maneuver, one or both ways. */
export function flownWords(cards: readonly Pick<TargetCard, 'variant' | 'configuration'>[]): string {
  const [{ variant, configuration }] = cards;
  const both = cards.length === 2;
  const way = both ? 'left and right' : variant === 'standard' ? '' : wayWords(variant);
  return [way, configuration && wayWords(configuration)].filter(Boolean).join(', ');
}
