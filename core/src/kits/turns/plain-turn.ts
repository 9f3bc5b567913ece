/** How a turn that is not steep is sought and judged: the same for level, climbing and descending ones. */
import type { Sought } from '../attempt/room.ts';
import { type TurnKind, turnProposals } from './plain-turns.ts';
import { measureTurn } from './turn-attempt.ts';
import { turnVariant } from './turn-variant.ts';

export function soughtTurn(maneuver: string, kind: TurnKind): Sought {
  // A climbing or descending one is not steady in altitude before or after.
  const level = kind === 'level';
  return {
    propose: (track, context) => ({ proposals: turnProposals(track, context, maneuver, kind) }),
    variantOver: turnVariant,
    measure: (track, proposal, _, context) => measureTurn(track, proposal, context, { holdsAltitude: level }),
  };
}
