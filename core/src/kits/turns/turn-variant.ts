/** Which way a stretch of a recording turned. */
import { meanOver, rowsBetween, valueAt } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import type { Stretch } from '../attempt/room.ts';

export const TURN_VARIANTS = ['left', 'right'] as const;

/** By the heading; where that stayed, or is not known, by the bank. */
export function turnVariant(track: Track, _: ScoringContext, span: Stretch): 'left' | 'right' {
  const heading = (atS: number) => valueAt(track.timeS, track.headingDeg.values, atS);
  const turned = heading(span.endS) - heading(span.startS);
  const rows = rowsBetween(track.timeS, span.startS, span.endS, span.segment);
  const side = Number.isNaN(turned) || turned === 0 ? meanOver(track.bankDeg.values, rows) : turned;
  return side < 0 ? 'left' : 'right';
}
