/** What was briefed and not found, as one sentence each. */
import type { Score } from '../debrief/score.ts';
import { maneuverName } from './names.ts';
import { type Said, say } from './say.ts';

export function notFoundSaid({ maneuver, variant, nearest }: NonNullable<Score['notFound']>[number]): Said {
  const asked = maneuverName(maneuver, variant).toLowerCase();
  if (!nearest) return say`Briefed, but not in this recording: ${asked}.`;
  const found = maneuverName(nearest.maneuver, null).toLowerCase();
  return say`Briefed, but not in this recording: ${asked}. Nearest to it: ${{ text: found, figure: true, atS: nearest.startS }}.`;
}
