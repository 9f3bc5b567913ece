/** Inserts what is not there: the same twice changes nothing. */
import type { EntityManager } from 'typeorm';

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
