/** Who teaches a student: for good, or standing in until a day. */
import type { teachingInputSchema } from '@keel/core';
import { type DataSource, In, IsNull } from 'typeorm';
import type { z } from 'zod';
import { AccountEntity, TeachingEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from './trail.ts';

/** @throws Problem 404 for a student who is none here; 422 for someone who teaches nobody, or a day that has been. */
export function setTeaching(
  database: DataSource,
  viewer: Viewer,
  studentId: string,
  { taughtBy }: z.output<typeof teachingInputSchema>,
): Promise<void> {
  const { schoolId } = viewer;
  return database.transaction(async (manager) => {
    const student = await manager.findOneBy(AccountEntity, { schoolId, id: studentId, role: 'student' });
    if (!student) throw notFound('student');
    const ids = taughtBy.map(({ id }) => id);
    const staff = await manager.countBy(AccountEntity, {
      schoolId,
      id: In(ids),
      role: In(['instructor', 'chief']),
      closedAt: IsNull(),
    });
    if (staff !== new Set(ids).size)
      throw new Problem(422, 'taughtBy: there is no such instructor at this school.');
    if (taughtBy.some(({ until }) => until && new Date(until) < new Date()))
      throw new Problem(422, 'until: this day has been; a stand-in teaches until a day to come.');
    await manager.delete(TeachingEntity, { schoolId, studentId });
    // Named twice, the last word on somebody counts.
    for (const [instructorId, until] of new Map(taughtBy.map((one) => [one.id, one.until])))
      await manager.insert(TeachingEntity, {
        schoolId,
        instructorId,
        studentId,
        until: until ? new Date(until) : null,
      });
    await addToTrail(manager, viewer, 'who teaches changed', studentId, { taughtBy });
  });
}
