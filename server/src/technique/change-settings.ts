/**
 * One section of a school's choices put otherwise, from the version of that section that was read: what is saved in one
 * section never stands in the way of another.
 */
import type { DataSource } from 'typeorm';
import { type School, SchoolEntity, type StoredSettings } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { requireChief } from '../scope.ts';

/** Sections that are saved by themselves; the school's own settings have the version of its row. */
type Section = 'technique' | 'coachWords' | 'stageQuestions';
const WORDS: Record<Section, string> = {
  technique: 'technique changed',
  coachWords: 'coach’s words changed',
  stageQuestions: 'questions of stage checks changed',
};

export const versionOf = ({ settings }: School, section: Section): number =>
  settings.versions?.[section] ?? 1;

/**
 * @param version the one that was read
 * @returns the version that it is now
 * @throws Problem 403 for anyone but a chief; 409 where another window was first
 */
export function changeSettings(
  database: DataSource,
  viewer: Viewer,
  section: Section,
  version: number,
  part: Partial<StoredSettings>,
): Promise<number> {
  requireChief(viewer);
  const { schoolId: id } = viewer;
  return database.transaction(async (manager) => {
    // Held, so that of two who save at once neither loses what is the other's.
    const school = await manager.findOneOrFail(SchoolEntity, {
      where: { id },
      lock: { mode: 'pessimistic_write' },
    });
    if (versionOf(school, section) !== version)
      throw new Problem(
        409,
        'The school’s choices were changed in another window. Load them again; yours are still here.',
      );
    const versions = { ...school.settings.versions, [section]: version + 1 };
    await manager.update(SchoolEntity, { id }, { settings: { ...school.settings, ...part, versions } });
    await addToTrail(manager, viewer, WORDS[section], id);
    return version + 1;
  });
}
