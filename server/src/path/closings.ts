/** What closed students’ gates. */
import type { Closing, GateClosingBody } from '@keel/core';
import { type DataSource, type EntityManager, IsNull } from 'typeorm';
import { GateClosingEntity } from '../db/entities.ts';
import { namesOf } from '../scope.ts';
import { groupBy } from './group-by.ts';

/** One student’s, with the names of who closed them. */
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

/** Many students’, by student, without names. */
export async function closingsOfAll(
  source: Pick<DataSource, 'query'>,
  schoolId: string,
  students: readonly string[],
): Promise<Map<string, Closing[]>> {
  const rows: { student: string; id: string; gate: string; at: Date; body: GateClosingBody }[] =
    await source.query(
      `SELECT student_id AS student, id, gate, created_at AS at, body FROM gate_closing
     WHERE school_id = $1 AND student_id = ANY($2) AND undone IS NULL`,
      [schoolId, students],
    );
  const closings = rows.map(({ at, ...row }) => ({ ...row, byName: '', at: at.toISOString() }));
  return groupBy(closings, ({ student }) => student);
}
