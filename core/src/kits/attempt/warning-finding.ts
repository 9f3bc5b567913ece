/** The stall warning where none was wanted: a chirp is a note, more is critical. */

import { longestStretch, type Rows } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Finding } from '../../scoring/schema.ts';
import type { ScoringContext } from './attempt.ts';
import { limitsOf } from './figures.ts';
import { finding, numberText } from './finding.ts';
import { GENERAL_LIMITS } from './tables.ts';

export function warningFinding(
  id: string,
  track: Track,
  rows: Rows,
  context: ScoringContext,
  says: { why: string; tryNext: string },
): Finding | undefined {
  const warner = track.other('stall_warn');
  if (!warner) return undefined;
  const sounding = (i: number) => warner.values[i] > 0.5;
  const stretch = longestStretch(track.timeS, rows, sounding);
  if (!stretch) return undefined;
  let totalS = 0;
  for (let i = rows.from; i < rows.to; i++) if (sounding(i)) totalS += track.stepS;
  const sustained = totalS >= limitsOf(context, GENERAL_LIMITS).stallWarningS;
  return finding(id, sustained ? 'critical' : 'note', stretch, totalS, 's', {
    what: `The stall warning sounded for ${numberText(totalS, 1)} s.`,
    ...says,
  });
}
