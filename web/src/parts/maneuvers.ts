/** Maneuvers by their names. */
import { findManeuverBrief } from '@keel/core';

/** The title of a maneuver's id; a finding of no maneuver is general. */
export const maneuverTitle = (id: string): string => findManeuverBrief(id)?.title ?? 'Every maneuver';
