/** Low away from every field: a failed engine tried over pasture, turns about a point. No approach, and no area work. */
import { type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { median } from '../../units/numbers.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import type { Part } from './parts.ts';
import { LOW_WORK } from './tables.ts';
import type { Field } from './wheels.ts';

/**
 * A transit in its parts, those flown low called so.
 * @returns the transit alone where no ground is known, or where it is all so low that the ground stated must be wrong.
 */
export function withLowWork(
  track: Track,
  { groundFt }: ScoringContext,
  fields: readonly Field[],
  transit: Part,
): Part[] {
  const rows = rowsBetween(track.timeS, transit.startS, transit.endS);
  const altitude = track.altitudeFt.values;
  const levelFt = groundFt ?? Math.max(...fields.map(({ altitudeFt }) => altitudeFt));
  const usual = median(altitude.subarray(rows.from, rows.to));
  if (!Number.isFinite(levelFt) || !(usual > levelFt + LOW_WORK.usualFt)) return [transit];
  const parts: Part[] = [];
  let fromS = transit.startS;
  for (const low of lowStretches(track, rows, levelFt)) {
    parts.push({ name: 'transit', startS: fromS, endS: track.timeS[low.from] });
    fromS = track.timeS[low.to - 1];
    parts.push({ name: 'low-work', startS: track.timeS[low.from], endS: fromS });
  }
  parts.push({ name: 'transit', startS: fromS, endS: transit.endS });
  return parts.filter(({ startS, endS }) => endS > startS);
}

/** Stretches low enough for long enough; one that begins or ends the transit is the way from a field or to it. */
function lowStretches({ timeS, altitudeFt }: Track, rows: Rows, levelFt: number): Rows[] {
  const out: Rows[] = [];
  const height = (i: number) => altitudeFt.values[i] - levelFt;
  let from = -1;
  let lowest = Number.POSITIVE_INFINITY;
  for (let i = rows.from; i < rows.to; i++) {
    if (height(i) < LOW_WORK.belowFt) {
      if (from < 0) {
        from = i;
        lowest = Number.POSITIVE_INFINITY;
      }
      lowest = Math.min(lowest, height(i));
      continue;
    }
    const lasts = from > rows.from && timeS[i] - timeS[from] >= LOW_WORK.leastS;
    if (lasts && lowest < LOW_WORK.reachesFt) out.push({ from, to: i });
    from = -1;
  }
  return out;
}
