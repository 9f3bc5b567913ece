/** Standards that come with the program, brought up to date in every school that never edited them. */
import { randomUUID } from 'node:crypto';
import { hashOf, standards } from '@keel/core';
import type { DataSource } from 'typeorm';
import { StandardEntity } from '../db/entities.ts';

/**
 * Standards that came with the program and that the school never edited are brought to what comes with it now, as a new
 * version: what was judged by the old one stays as it was.
 */
export async function refreshShipped(database: DataSource): Promise<void> {
  const repository = database.getRepository(StandardEntity);
  const rows = await repository.find({ order: { version: 'ASC' } });
  const newest = new Map(rows.map((row) => [`${row.schoolId} ${row.id}`, row]));
  for (const row of newest.values()) {
    const shipped = standards.find(({ id }) => id === row.id);
    if (!shipped || row.editedBy !== null || hashOf(shipped) === hashOf(row.data)) continue;
    await repository.insert({
      rowId: randomUUID(),
      schoolId: row.schoolId,
      id: row.id,
      version: row.version + 1,
      data: shipped,
      editedBy: null,
      editedAt: new Date(),
    });
  }
}
