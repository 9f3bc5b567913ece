/** How a single stall is sought and judged; `checks` are those of its kind, before what any stall is looked at for. */
import type { Sought } from '../attempt/room.ts';
import { measureStall } from './stall-attempt.ts';
import { stallProposals } from './stall-attempts.ts';
import { stallVariant } from './stall-variant.ts';

export const soughtStall = (maneuver: string, kind: 'power-off' | 'power-on'): Sought => ({
  propose: (track, context) => ({ proposals: stallProposals(track, context, maneuver, kind) }),
  variantOver: stallVariant,
  measure: measureStall,
});
