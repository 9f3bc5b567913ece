/** Maneuvers by their names. */
import { findRoom, rooms } from '@keel/core';

/** The title of a maneuver's id; a finding of no maneuver is general. */
export const maneuverTitle = (id: string): string => findRoom(id)?.title ?? 'Every maneuver';

/** To choose one from, in the order in which they are learned. */
export const MANEUVER_CHOICES = rooms.map(({ id, title }) => ({ value: id as string, label: title }));

/** A maneuver in the few letters of a block in the strip. */
export function maneuverShort(maneuver: string, variant: string | null): string {
  if (variant === 'left') return 'L';
  if (variant === 'right') return 'R';
  const short = findRoom(maneuver)?.short ?? maneuver;
  return variant === null ? `${short}?` : short;
}
