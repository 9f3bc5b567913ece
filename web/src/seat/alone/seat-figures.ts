/** A card's figures as they are read on a knee: six at most, each with its unit. */
import { powerDigits, type TargetCard } from '@keel/core';
import { heading, numberText, speedIn } from '../../parts/format.ts';

interface SeatFigure {
  label: string;
  value: string;
  unit: string;
}

export function seatFigures(card: TargetCard): SeatFigure[] {
  const { entry, bankDeg, power, turn, speedUnit } = card;
  const turning = turn && ['left', 'right'].includes(card.variant);
  const figure = (label: string, value: string, unit: string): SeatFigure => ({ label, value, unit });
  return [
    figure('Enter at', numberText(entry.altitudeFt), 'ft'),
    ...(entry.airspeedKias === null
      ? []
      : [figure('Airspeed', numberText(speedIn(entry.airspeedKias, speedUnit)), speedUnit)]),
    ...(bankDeg > 0 ? [figure('Bank', numberText(bankDeg), '°')] : []),
    ...(power ? [figure('Power', numberText(power.maneuverRpm, powerDigits(power.unit)), power.unit)] : []),
    ...(turning ? [figure('Roll out at', heading(turn.rollOutHeadingDeg), '°')] : []),
    figure('Not below', numberText(entry.floorFt), 'ft'),
  ];
}
