/** Whether a stall was flown straight or in a turn. */
import { rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { median } from '../../units/numbers.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import type { Stretch } from '../attempt/room.ts';
import { STALL_ATTEMPT } from './tables.ts';

export const STALL_VARIANTS = ['straight', 'turning'] as const;

/** By the bank held over most of the stretch. */
export function stallVariant(track: Track, _: ScoringContext, span: Stretch): 'straight' | 'turning' {
  const rows = rowsBetween(track.timeS, span.startS, span.endS, span.segment);
  const bankDeg = Math.abs(median(track.bankDeg.values.subarray(rows.from, rows.to)));
  return bankDeg > STALL_ATTEMPT.turningDeg ? 'turning' : 'straight';
}
