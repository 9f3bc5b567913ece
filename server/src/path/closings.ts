/** What closed a student’s gates, with the names of who did. */
import type { Closing } from '@keel/core';
import { type DataSource, type EntityManager, IsNull } from 'typeorm';
import { GateClosingEntity } from '../db/entities.ts';
import { namesOf } from '../scope.ts';

export async function closingsOf(
  source: DataSource | EntityManager,
  { schoolId, id: studentId }: { schoolId: string; id: string },
): Promise<Closing[]> {
  const rows = await source
    .getRepository(GateClosingEntity)
    .findBy({ schoolId, studentId, undone: IsNull() });
  if (rows.length === 0) return [];
  const names = await namesOf(source, { schoolId });
  return rows.map(({ id, gate, authorId, createdAt, body }) => ({
    id,
    gate,
    byName: names.get(authorId) ?? 'a former member',
    at: createdAt.toISOString(),
    body,
  }));
}
