/** What the sentences of a card are filled with: the card's own figures, in the units that it is read in. */
import type { TargetCard } from '../../card/card.ts';
import { compassDeg } from '../../units/angles.ts';
import { type FigureWords, figuresIn, unitsFor } from '../figures.ts';
import { type Said, type SaidPiece, say, textOf } from '../say.ts';

export interface CardFacts {
  card: TargetCard;
  f: FigureWords;
  technique: TargetCard['technique'];
  /** A figure of the maneuver's own; NaN where it could not be worked out. */
  of(name: string): number;
  /** The entry speed, or words for it where there is none. */
  entrySpeed(otherwise: string): Said | SaidPiece | string;
  /** The power that the maneuver is flown with. */
  power(): SaidPiece | string;
  /** Power in the card's unit; NaN is power as needed. */
  powerOf(value: number): SaidPiece | string;
  pitchFirst: boolean;
}

/** A template as plain text. */
export const line = (strings: TemplateStringsArray, ...parts: readonly (string | SaidPiece | Said)[]) =>
  textOf(say(strings, ...parts));

export const heading = (deg: number): string => `${String(compassDeg(Math.round(deg))).padStart(3, '0')}°`;

export function factsOf(card: TargetCard): CardFacts {
  const f = figuresIn(unitsFor(card));
  const of = (name: string): number => {
    const value = card.params[name];
    return typeof value === 'number' ? value : Number.NaN;
  };
  const unit = card.power?.unit;
  // A figure without its unit is none.
  const powerOf = (value: number) =>
    Number.isFinite(value) && unit !== undefined ? f.power(value, unit) : 'power as needed';
  return {
    card,
    f,
    technique: card.technique,
    of,
    entrySpeed: (otherwise) =>
      card.entry.airspeedKias === null ? otherwise : f.speed(card.entry.airspeedKias),
    power: () => powerOf(card.power?.maneuverRpm ?? Number.NaN),
    powerOf,
    pitchFirst: card.technique.changeOrder === 'pitch-power-trim',
  };
}

/** What a room says on its card. */
export interface CardWords {
  /** Why it is flown, in one line. */
  purpose: string;
  steps(facts: CardFacts): string[];
  /** For a student without a record. */
  usualFaults(facts: CardFacts): string[];
  cautions(facts: CardFacts): string[];
}
