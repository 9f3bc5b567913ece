/** Maneuvers by their names. */
import { findRoom } from '@keel/core';

/** The title of a maneuver's id; a finding of no maneuver is general. */
export const maneuverTitle = (id: string): string => findRoom(id)?.title ?? 'Every maneuver';
