/** A tolerance of a card: speeds in the card's unit and never wider than they were, the floor as what it is. */
import type { TargetCard } from '../../card/card.ts';
import { speedIn } from '../../units/convert.ts';
import { numberText } from '../../units/text.ts';
import { PARAMETER_NAMES } from '../names.ts';

/** A ball out by one is a tenth of a g. */
const DIGITS: Readonly<Record<string, number>> = { g: 2, 'deg/s': 1 };

const UNITS: Readonly<Record<string, string>> = {
  deg: '°',
  'deg/s': '°/s',
  'ft/min': ' ft/min',
  ft: ' ft',
  g: ' g',
};

export function toleranceSaid(
  { parameter, low, high, unit }: TargetCard['tolerances'][number],
  { entry, speedUnit }: Pick<TargetCard, 'entry' | 'speedUnit'>,
): string {
  if (parameter === 'floor') return `not below ${numberText(entry.floorFt)} ft`;
  const isSpeed = unit === 'kt';
  const shown = (value: number) =>
    numberText(
      isSpeed ? Math.floor(speedIn(Math.abs(value), speedUnit) + 1e-9) : Math.abs(value),
      DIGITS[unit],
    );
  const mark = isSpeed ? ` ${speedUnit}` : (UNITS[unit] ?? ` ${unit}`);
  const name = PARAMETER_NAMES[parameter].toLowerCase();
  return high === -low ? `${name} ±${shown(high)}${mark}` : `${name} +${shown(high)} / −${shown(low)}${mark}`;
}
