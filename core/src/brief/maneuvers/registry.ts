/** Every maneuver that has a card, in the order in which they are learned. */
import { InputError } from '../../errors.ts';
import { bestGlideBrief } from './best-glide.ts';
import type { ManeuverBrief } from './maneuver-brief.ts';
import { slowFlightBrief } from './slow-flight.ts';
import { powerOffStallBrief, powerOnStallBrief, stallSeriesBrief } from './stalls.ts';
import { steepTurnBrief } from './steep-turn.ts';
import { climbBrief, configurationChangeBrief, descentBrief, straightAndLevelBrief } from './straight.ts';
import {
  clearingTurnsBrief,
  climbingTurnBrief,
  coordinationRollsBrief,
  descendingTurnBrief,
  levelTurnBrief,
} from './turns.ts';

export const MANEUVER_BRIEFS: readonly ManeuverBrief[] = [
  straightAndLevelBrief,
  configurationChangeBrief,
  climbBrief,
  descentBrief,
  coordinationRollsBrief,
  clearingTurnsBrief,
  levelTurnBrief,
  climbingTurnBrief,
  descendingTurnBrief,
  slowFlightBrief,
  powerOffStallBrief,
  powerOnStallBrief,
  stallSeriesBrief,
  steepTurnBrief,
  bestGlideBrief,
];

export const findManeuverBrief = (id: string): ManeuverBrief | undefined =>
  MANEUVER_BRIEFS.find((maneuver) => maneuver.id === id);

/** @throws InputError naming the ids that there are. */
export function requireManeuverBrief(id: string): ManeuverBrief {
  const found = findManeuverBrief(id);
  if (!found)
    throw new InputError(
      `maneuver ${JSON.stringify(id)}: must be one of ${MANEUVER_BRIEFS.map((m) => m.id).join(', ')}`,
    );
  return found;
}
