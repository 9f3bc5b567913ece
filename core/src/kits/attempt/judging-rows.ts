/** Whose rows judge a maneuver: the chosen standard's, else the school's own, else nobody's. */
import { rowsFor, type StandardRow } from '../../scoring/standard.ts';
import type { ScoringContext } from './attempt.ts';

export function judgingRows(
  { standard, schoolStandard }: Pick<ScoringContext, 'standard' | 'schoolStandard'>,
  maneuver: string,
): { rows: StandardRow[]; from: string | null } {
  const own = rowsFor(standard, maneuver);
  if (own.length > 0 || !schoolStandard || schoolStandard.id === standard.id)
    return { rows: own, from: null };
  const rows = rowsFor(schoolStandard, maneuver);
  return { rows, from: rows.length > 0 ? schoolStandard.id : null };
}
