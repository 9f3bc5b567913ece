/** The airplane that a card was made for. */
import { findAirplane } from '../../airplane/fleet.ts';
import type { Airplane } from '../../airplane/schema.ts';
import type { TargetCard } from '../../card/card.ts';

export const airplaneOf = ({ airplane }: Pick<TargetCard, 'airplane'>): Airplane => {
  const found = findAirplane(airplane);
  if (!found) throw new Error(`${airplane} is not in the fleet`);
  return found;
};
