/** Rows of takeoff, pattern and approach in words, where a school judges them. */
import { type FieldRowJudged, unitOfRow } from '../kits/shape/field-rows.ts';
import { line } from './card/facts.ts';
import { figuresIn, type Units } from './figures.ts';

const NAMES: Record<FieldRowJudged['row'], string> = {
  'pattern-altitude': 'Pattern altitude',
  'pattern-speed': 'Pattern airspeed',
  'climb-speed': 'Climb airspeed',
  'approach-speed': 'Approach airspeed',
};
export const JUDGED_PART_NAMES = {
  pattern: 'Pattern',
  climb: 'Takeoff climb',
  approach: 'Approach',
} as const;

/** What it was, what is allowed, and whether it was held. */
export function fieldRowSaid({ row, off, low, high, held }: FieldRowJudged, units: Units): string {
  const f = figuresIn(units);
  const unit = unitOfRow(row);
  const allowed =
    low === -high
      ? line`±${f.tolerance(high, unit)}`
      : line`+${f.tolerance(high, unit)} / −${f.tolerance(-low, unit)}`;
  return line`${NAMES[row]}: ${f.in(Math.abs(off), unit)} off at most, ${allowed} allowed. ${held ? 'To standard.' : 'Not to standard.'}`;
}
