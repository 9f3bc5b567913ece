/** Every maneuver there is, the arbiter's favourites first. Adding one adds a file and a line here. */
import type { Maneuver } from './maneuver.ts';
import { steepTurn } from './steep-turn.ts';

export const maneuvers: readonly Maneuver[] = [steepTurn];

export const maneuverOf = (id: string): Maneuver => {
  const maneuver = maneuvers.find((candidate) => candidate.id === id);
  if (!maneuver) throw new Error(`no maneuver is called ${id}`);
  return maneuver;
};
