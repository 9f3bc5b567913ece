/** Inserts what is not there: the same twice changes nothing. */
import type { EntityManager, EntitySchema, FindOptionsWhere } from 'typeorm';
import { Problem } from '../http/problem.ts';

/** @returns whether it was new. */
export async function insertNew(
  manager: EntityManager,
  entity: Parameters<EntityManager['insert']>[0],
  row: object,
): Promise<boolean> {
  const { raw } = await manager
    .createQueryBuilder()
    .insert()
    .into(entity)
    .values(row)
    .orIgnore()
    .returning('1 AS inserted')
    .execute();
  return raw.length > 0;
}

/**
 * Inserts what has an id of the client's own: sent again, also at the same moment, it is there once.
 * @param same what must be alike in a row that is there already
 * @returns whether it was new
 * @throws Problem 409 where the id is something else's
 */
export async function insertOnce<T extends { schoolId: string; id: string }>(
  manager: EntityManager,
  entity: EntitySchema<T>,
  row: Partial<T> & { schoolId: string; id: string },
  same: (keyof T)[],
): Promise<boolean> {
  if (await insertNew(manager, entity, row)) return true;
  const where = { schoolId: row.schoolId, id: row.id } as FindOptionsWhere<T>;
  const there = await manager.findOneBy(entity, where);
  if (!there || same.some((key) => there[key] !== row[key]))
    throw new Problem(409, 'This id is used elsewhere.');
  return false;
}
