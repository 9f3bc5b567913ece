/** Attempts and skills that were graded by hand. */
import type { EnteredAttempt } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { EnteredAttemptEntity } from '../db/entities.ts';
import { namesOf } from '../scope.ts';

/** A student's, in the order flown, those taken back among them. */
export async function enteredOf(
  source: Pick<DataSource, 'getRepository' | 'query'> | EntityManager,
  student: { schoolId: string; id: string },
): Promise<EnteredAttempt[]> {
  const rows = await source
    .getRepository(EnteredAttemptEntity)
    .findBy({ schoolId: student.schoolId, studentId: student.id });
  const names = await namesOf(source, student);
  const name = (accountId: string) => names.get(accountId) ?? '';
  return rows
    .map((row) => ({
      ...row.body,
      id: row.id,
      by: name(row.authorId),
      enteredAt: row.createdAt.toISOString(),
      withdrawn: row.withdrawn && { ...row.withdrawn, by: name(row.withdrawn.by) },
    }))
    .sort((a, b) => Date.parse(a.flownAt) - Date.parse(b.flownAt));
}
