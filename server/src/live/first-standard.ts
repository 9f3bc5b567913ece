/** What a flight is scored by while it is nobody’s. */
import type { DataSource } from 'typeorm';
import { SchoolEntity } from '../db/entities.ts';
import { Problem } from '../http/problem.ts';
import { newestStandards } from '../standards/newest.ts';

/** The newest version of the standard that the school judges by first; where it has not said, the first by its id. */
export async function firstStandard(database: DataSource, schoolId: string): Promise<string> {
  const { settings } = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const all = (await newestStandards(database, { schoolId })).sort((a, b) => (a.id < b.id ? -1 : 1));
  const first = all.find(({ id }) => id === settings.firstStandardId) ?? all[0];
  if (!first) throw new Problem(422, 'The school has no standard yet.');
  return first.rowId;
}
