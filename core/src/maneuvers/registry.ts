/** Every maneuver there is, the arbiter's favourites first. Adding one adds a file and a line here. */
import type { Maneuver } from './maneuver.ts';
import { slowFlight } from './slow-flight.ts';
import { powerOffStall, powerOnStall, stallSeries } from './stalls.ts';
import { steepTurn } from './steep-turn.ts';
import { bestGlide, climb, configurationChange, descent, straightAndLevel } from './straight-maneuvers.ts';
import {
  clearingTurns,
  climbingTurn,
  coordinationRolls,
  descendingTurn,
  levelTurn,
} from './turn-maneuvers.ts';

export const maneuvers: readonly Maneuver[] = [
  powerOffStall,
  powerOnStall,
  stallSeries,
  slowFlight,
  steepTurn,
  bestGlide,
  clearingTurns,
  coordinationRolls,
  climbingTurn,
  descendingTurn,
  levelTurn,
  configurationChange,
  climb,
  descent,
  straightAndLevel,
];

export const maneuverOf = (id: string): Maneuver => {
  const maneuver = maneuvers.find((candidate) => candidate.id === id);
  if (!maneuver) throw new Error(`no maneuver is called ${id}`);
  return maneuver;
};
