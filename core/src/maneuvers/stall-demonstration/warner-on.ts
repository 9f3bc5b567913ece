/** Feet alone: the warner kept on for long, in short silences too. */
import type { Proposal } from '../../kits/attempt/attempt.ts';
import type { Track } from '../../recording/track/track.ts';
import { SHOWN_SIGNS } from './tables.ts';

export function warnerKeptOn({ timeS, segments, other }: Track, maneuver: string): Proposal[] {
  const warner = other('stall_warn')?.values;
  if (!warner) return [];
  return segments.flatMap((segment): Proposal[] => {
    const out: Proposal[] = [];
    let [fromS, lastS] = [Number.NaN, Number.NaN];
    for (let i = segment.from; i < segment.to; i++) {
      if (warner[i] > 0.5) {
        if (Number.isNaN(fromS)) fromS = timeS[i];
        lastS = timeS[i];
      }
      if (Number.isNaN(fromS) || (timeS[i] - lastS <= SHOWN_SIGNS.warnedGapS && i < segment.to - 1)) continue;
      if (lastS - fromS >= SHOWN_SIGNS.warnedS)
        out.push({
          maneuver,
          variant: 'feet-alone',
          startS: Math.max(timeS[segment.from], fromS - SHOWN_SIGNS.warnedAroundS),
          endS: Math.min(timeS[segment.to - 1], lastS + SHOWN_SIGNS.warnedAroundS),
          segment,
          state: 'complete',
        });
      fromS = Number.NaN;
    }
    return out;
  });
}
