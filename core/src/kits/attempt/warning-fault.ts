/** The stall warning where none was wanted: a chirp is a note, more is critical. */
import type { None } from '../../coded.ts';
import { longestStretch } from '../../recording/columns/span.ts';
import type { Finding } from '../../scoring/schema.ts';
import { limitsOf } from '../../units/figures.ts';
import type { Case } from './case.ts';
import { fault, type Seen } from './fault.ts';
import { findingsOf } from './finding.ts';
import { GENERAL_LIMITS } from './tables.ts';

export interface WarningParams {
  /** Besides how long it sounded in all, s. */
  'stall-warning': None;
}
const find = findingsOf<WarningParams>();

function warned(c: Case): Finding | undefined {
  const { track, rows, context } = c;
  const warner = track.other('stall_warn');
  if (!warner) return undefined;
  const sounding = (i: number) => warner.values[i] > 0.5;
  const stretch = longestStretch(track.timeS, rows, sounding);
  if (!stretch) return undefined;
  let totalS = 0;
  for (let i = rows.from; i < rows.to; i++) if (sounding(i)) totalS += track.stepS;
  const sustained = totalS >= limitsOf(context, GENERAL_LIMITS).stallWarningS;
  return find(c, 'stall-warning', sustained ? 'critical' : 'note', stretch, [totalS, 's']);
}

/** How long the warner has sounded in all, s. */
export const warningSounded: Seen['watch'] = ({ columns }) => {
  let totalS = 0;
  return ({ row }) => {
    const sounding = columns.other('stall_warn')?.values[row];
    if (sounding === undefined) return Number.NaN;
    if (sounding > 0.5) totalS += columns.stepS;
    return totalS;
  };
};

/** The warner where none was wanted. */
export const stallWarning = fault({
  name: 'stall-warning',
  seen: { watch: warningSounded, edge: () => 0 },
  find: warned,
});
