/** How a single stall is sought and judged; `checks` are those of its kind, before what any stall is looked at for. */
import { type Check, runChecks } from '../attempt/case.ts';
import type { Sought } from '../attempt/room.ts';
import { STALL_CHECKS } from './checks.ts';
import { measureStall } from './stall-attempt.ts';
import { stallProposals } from './stall-attempts.ts';
import { stallVariant } from './stall-variant.ts';

export const soughtStall = (
  maneuver: string,
  kind: 'power-off' | 'power-on',
  checks: readonly Check[],
): Sought => ({
  propose: (track, context) => ({ proposals: stallProposals(track, context, maneuver, kind) }),
  variantOver: stallVariant,
  measure: measureStall,
  findings: (track, attempt, next, context) =>
    runChecks([...checks, ...STALL_CHECKS], track, attempt, next, context),
});
