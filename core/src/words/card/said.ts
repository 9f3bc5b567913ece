/** A card in words: as a screen, a kneeboard and a command show it. Cards of an earlier form show what was written then. */
import type { CardFigure, TargetCard } from '../../card/card.ts';
import { requireRoom } from '../../maneuvers/registry.ts';
import { choicesAmong } from '../choices.ts';
import { recurringText } from '../watch-for.ts';
import { type CardFacts, type CardWords, factsOf } from './facts.ts';
import { type FigureSaid, figureSaid } from './figures.ts';
import { AFTER_IT, checksSaid, HANDBOOK_FIRST, steepCaution } from './shared.ts';
import { slowFlight } from './slow-flight.ts';
import { powerOffStall, powerOnStall, stallDemonstration, stallSeries } from './stalls.ts';
import {
  bestGlide,
  climb,
  configurationChange,
  descent,
  straightAndLevel,
  trimDemonstration,
} from './straight.ts';
import {
  clearingTurns,
  climbingTurn,
  coordinationRolls,
  descendingTurn,
  glidingTurn,
  levelTurn,
  slippingDescentTurn,
  standardRateTurn,
  steepTurn,
} from './turns.ts';
import { offTodaySaid, whySaid } from './why.ts';

const ROOMS: Readonly<Record<string, CardWords>> = {
  'best-glide': bestGlide,
  'clearing-turns': clearingTurns,
  climb,
  'climbing-turn': climbingTurn,
  'configuration-change': configurationChange,
  'coordination-rolls': coordinationRolls,
  'descending-turn': descendingTurn,
  descent,
  'gliding-turn': glidingTurn,
  'level-turn': levelTurn,
  'power-off-stall': powerOffStall,
  'power-on-stall': powerOnStall,
  'slipping-descent-turn': slippingDescentTurn,
  'slow-flight': slowFlight,
  'stall-demonstration': stallDemonstration,
  'stall-series': stallSeries,
  'standard-rate-turn': standardRateTurn,
  'steep-turn': steepTurn,
  'straight-and-level': straightAndLevel,
  'trim-demonstration': trimDemonstration,
};

export interface CardSaid {
  purpose: string;
  steps: string[];
  checks: string[];
  watchFor: string[];
  cautions: string[];
  figures: (FigureSaid & CardFigure)[];
  airspeedWhy: string;
  windowWhy: [string, string];
  offToday: string | null;
  choices: { key: string; label: string; chosen: string; why: string }[];
  assumed: string[];
  missing: Record<string, string>;
}

/** What a maneuver is flown for, in one line. */
export const purposeOf = (maneuver: string): string => ROOMS[maneuver]?.purpose ?? '';

function watchForSaid(facts: CardFacts, room: CardWords | undefined): string[] {
  const { card, f } = facts;
  if (card.watchFor.length > 0) return card.watchFor.map((one) => recurringText(one, f.units));
  return room?.usualFaults(facts) ?? [];
}

/** Why it is not flown today; null where it fits. */
export const offTodayOf = (card: TargetCard): string | null =>
  card.asWritten ? (card.asWritten.offToday ?? null) : offTodaySaid(factsOf(card));

export function cardSaid(card: TargetCard): CardSaid {
  const facts = factsOf(card);
  const room = ROOMS[card.maneuver];
  const { entry, asWritten } = card;
  return {
    purpose: purposeOf(card.maneuver),
    steps: room ? [...room.steps(facts), AFTER_IT] : [],
    checks: checksSaid(facts),
    watchFor: watchForSaid(facts, room),
    cautions: [...(room?.cautions(facts) ?? []), ...steepCaution(facts), HANDBOOK_FIRST],
    figures: card.figures.map((one) => ({ ...one, ...figureSaid(one, facts) })),
    airspeedWhy: whySaid(entry.airspeedWhy, facts.f),
    windowWhy: [whySaid(entry.windowWhy[0], facts.f), whySaid(entry.windowWhy[1], facts.f)],
    choices: choicesAmong(requireRoom(card.maneuver).card.heeds, card.technique),
    assumed: card.assumed.map((one) => whySaid(one, facts.f)),
    missing: Object.fromEntries(
      Object.entries(card.missing).map(([name, why]) => [name, whySaid(why, facts.f)]),
    ),
    // What was written for a flight stays as it was written.
    ...asWritten,
    offToday: offTodayOf(card),
  };
}

/** A card as files and the wire have it: its figures with every sentence beside them, in the card's own units. */
export function wordedCard(card: TargetCard) {
  const { airspeedWhy, windowWhy, ...said } = cardSaid(card);
  const { asWritten: _, ...figures } = card;
  return { ...figures, ...said, entry: { ...card.entry, airspeedWhy, windowWhy } };
}
