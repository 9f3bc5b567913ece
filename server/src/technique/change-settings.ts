/** One part of a school's choices put otherwise, from the version that was read. */
import type { DataSource } from 'typeorm';
import { SchoolEntity, type StoredSettings } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { requireChief } from '../scope.ts';

/**
 * @param version the one that was read
 * @returns the version that it is now
 * @throws Problem 403 for anyone but a chief; 409 where another window was first
 */
export async function changeSettings(
  database: DataSource,
  viewer: Viewer,
  version: number,
  part: Partial<StoredSettings>,
): Promise<number> {
  requireChief(viewer);
  const schools = database.getRepository(SchoolEntity);
  const { settings } = await schools.findOneByOrFail({ id: viewer.schoolId });
  const { affected } = await schools.update(
    { id: viewer.schoolId, version },
    { settings: { ...settings, ...part }, version: version + 1 },
  );
  if (affected === 0)
    throw new Problem(
      409,
      'The school’s choices were changed in another window. Load them again; yours are still here.',
    );
  return version + 1;
}
