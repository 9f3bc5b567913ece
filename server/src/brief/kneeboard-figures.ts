/** The large figures of a kneeboard panel, as text. */
import { cardSaid, findRoom, speedIn, type TargetCard } from '@keel/core';

interface KneeboardFigure {
  label: string;
  value: string;
  unit: string;
  note: string;
}

const thousands = (value: number) => value.toLocaleString('en-US', { maximumFractionDigits: 1 });
const pad = (deg: number) => String(Math.round(deg)).padStart(3, '0');

/** @param cards one card, or the left and the right of one turn. */
export function kneeboardFigures(cards: readonly TargetCard[]): KneeboardFigure[] {
  const [card] = cards;
  const { entry, turn, power, speedUnit } = card;
  const said = cardSaid(card);
  const speed = (kias: number) => String(Math.round(speedIn(kias, speedUnit)));
  const limit = (kias: number) => String(Math.floor(speedIn(kias, speedUnit)));
  const figures: KneeboardFigure[] = [
    {
      label: 'Enter at',
      value: thousands(entry.altitudeFt),
      unit: 'ft',
      note: `floor ${thousands(entry.floorFt)}, heading ${pad(entry.headingDeg)}°`,
    },
    {
      label: 'Airspeed',
      value: entry.airspeedKias === null ? '—' : speed(entry.airspeedKias),
      unit: speedUnit,
      note: entry.windowKias
        ? `window ${speed(entry.windowKias[0])} to ${limit(entry.windowKias[1])}`
        : said.airspeedWhy,
    },
    {
      label: 'Maneuvering speed',
      value: limit(card.vaKias),
      unit: speedUnit,
      note: `stall ${speed(card.stallKias.level)}${card.bankDeg > 0 ? `, ${speed(card.stallKias.inBank)} at ${card.bankDeg}°` : ''}`,
    },
  ];
  if (power)
    figures.push({
      label: 'Power',
      value: thousands(power.maneuverRpm),
      unit: power.unit,
      note:
        power.levelRpm === null || power.levelRpm === power.maneuverRpm
          ? `level, ${power.from}`
          : `level ${thousands(power.levelRpm)}, ${power.from}`,
    });
  if (card.bankDeg > 0)
    figures.push({
      label: 'Bank',
      value: String(card.bankDeg),
      unit: '°',
      note: `load factor ${card.loadFactor.toFixed(2)}`,
    });
  if (turn && findRoom(card.maneuver)?.card.turnsByHeading)
    figures.push(
      {
        label: 'Start the roll-out',
        value:
          cards.length === 2
            ? `${pad(turn.rollOutHeadingsDeg.left)} / ${pad(turn.rollOutHeadingsDeg.right)}`
            : pad(turn.rollOutHeadingDeg),
        unit: '°',
        note: cards.length === 2 ? 'left / right' : `lead ${turn.rollOutLeadDeg}°`,
      },
      {
        label: 'Full circle',
        value: String(Math.round(turn.secondsFor360)),
        unit: 's',
        note: `${turn.rateDegPerS.toFixed(1)} °/s, radius ${thousands(turn.radiusFt)} ft`,
      },
    );
  for (const { label, value, unit, digits, note } of said.figures) {
    if (value === null) continue;
    const kias = unit === 'kias' && typeof value === 'number';
    figures.push({
      label,
      value: kias
        ? speed(value)
        : typeof value === 'number'
          ? value.toLocaleString('en-US', { maximumFractionDigits: digits })
          : value,
      unit: kias ? speedUnit : unit,
      note,
    });
  }
  return figures;
}
