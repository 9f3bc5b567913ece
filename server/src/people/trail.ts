/** Adds to the trail: who did what, when, to what. Ids only; what was chosen may stand in the detail, names may not. */
import type { EntityManager } from 'typeorm';
import { TrailEntity } from '../db/entities.ts';

export function addToTrail(
  manager: EntityManager,
  { schoolId, id: by }: { schoolId: string; id: string | null },
  what: string,
  subject: string,
  detail: object = {},
): Promise<unknown> {
  return manager.insert(TrailEntity, { schoolId, by, what, subject, detail });
}
