/** What a flight is scored by while it is nobody’s. */
import type { DataSource } from 'typeorm';
import { Problem } from '../http/problem.ts';
import { newestStandards } from '../standards/newest.ts';

/** The newest version of the school’s first standard, by its id. */
export async function firstStandard(database: DataSource, schoolId: string): Promise<string> {
  const [first] = (await newestStandards(database, { schoolId })).sort((a, b) => (a.id < b.id ? -1 : 1));
  if (!first) throw new Problem(422, 'The school has no standard yet.');
  return first.rowId;
}
