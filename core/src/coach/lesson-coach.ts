/**
 * A lesson's coach: one for each of its cards, listening together; the one whose maneuver is being flown speaks. Which that
 * is, the signs say: begun, recognised, and nearest to what is held.
 */
import type { TargetCard } from '../card/card.ts';
import type { CoachRow } from '../kits/coach/quantities.ts';
import { openLiveColumns } from '../signals/live-columns.ts';
import { type Coach, type CoachLook, type CoachOptions, openCoach } from './coach.ts';

export interface LessonLook extends CoachLook {
  /** The card by its place in the lesson. */
  card: number;
}

export interface LessonCoach {
  look(row: CoachRow): LessonLook | null;
}

interface Listening {
  coach: Coach;
  card: number;
  offSum: number;
  offCount: number;
}

/** Until so long after its beginning the lesson's order tells more than what is held. */
const EARLY_S = 6;

const sameAs = (a: TargetCard, b: TargetCard): boolean =>
  a.maneuver === b.maneuver && a.variant === b.variant;

/** @throws InputError for a card whose maneuver is not known. */
export function openLessonCoach(
  cards: readonly TargetCard[],
  options: Omit<CoachOptions, 'card'>,
): LessonCoach {
  // One flight, however many listen to it.
  const columns = openLiveColumns();
  const listening: Listening[] = cards
    .map((card, i) => ({ card, i }))
    .filter(({ card, i }) => cards.findIndex((other) => sameAs(card, other)) === i)
    .map(({ card, i }) => ({
      coach: openCoach({ ...options, card, columns }),
      card: i,
      offSum: 0,
      offCount: 0,
    }));
  /** What the lesson has next, where nothing is being flown. */
  let due = 0;

  const isDue = ({ card }: Listening): boolean => sameAs(cards[card], cards[due]);

  /** Less is nearer. */
  const distance = (one: Listening, look: CoachLook): number =>
    one.offCount === 0 || look.timeS - look.beganS! < EARLY_S
      ? isDue(one)
        ? 0
        : 1
      : one.offSum / one.offCount;

  let leader: Listening | null = null;

  return {
    look(row) {
      columns.push(row);
      let best: { one: Listening; look: CoachLook; at: number } | null = null;
      let waiting: { one: Listening; look: CoachLook } | null = null;
      let ended: { one: Listening; look: CoachLook } | null = null;
      for (const one of listening) {
        const look = one.coach.look(row);
        // Only the one that spoke says when it is over.
        if (look.ended && one === leader) ended = { one, look };
        if (look.beganS === null) one.offSum = one.offCount = 0;
        else if (!Number.isNaN(look.offBands)) {
          one.offSum += look.offBands;
          one.offCount++;
        }
        if (isDue(one)) waiting ??= { one, look };
        if (look.beganS === null || look.lost) continue;
        const at = distance(one, look);
        if (!best || at < best.at) best = { one, look, at };
      }
      if (ended) {
        for (const { coach } of listening) coach.breakOff();
        // A turn toward the next heading looks like the beginning of another card: given up, it was none of the lesson's.
        if (!ended.look.ended!.givenUp) due = Math.min(ended.one.card + 1, cards.length - 1);
        leader = null;
        return { ...ended.look, card: ended.one.card };
      }
      // Recognised no more, it is still the one that says when it is over.
      leader = best?.one ?? leader;
      const leads = best ?? waiting;
      return leads && { ...leads.look, card: leads.one.card };
    },
  };
}
