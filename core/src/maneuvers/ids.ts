/** The ids that cross files and wires, as schemas: what is misspelt is refused by name. */
import { z } from 'zod';
import {
  FINDING_IDS,
  type FindingId,
  MANEUVER_IDS,
  type PhaseName,
  rooms,
  type VariantId,
} from './registry.ts';

const listed = <T extends string>(values: readonly T[]) => [...new Set(values)] as [T, ...T[]];

export const maneuverIdSchema = z.enum(MANEUVER_IDS, {
  error: ({ input }) => `maneuver ${JSON.stringify(input)}: must be one of ${MANEUVER_IDS.join(', ')}`,
});
export const variantIdSchema = z.enum<VariantId[]>(listed(rooms.flatMap(({ variants }) => variants)));
export const phaseNameSchema = z.enum<PhaseName[]>(listed(rooms.flatMap(({ phases }) => phases)));
export const findingIdSchema = z.enum<FindingId[]>(listed(FINDING_IDS));
