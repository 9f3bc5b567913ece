/**
 * Ids of an archive that are somebody else's here get others, the same ones each time: what another school said never
 * becomes a word of who is here, nor of whom a third school told of.
 */
import { ARCHIVE_INDEX } from '@keel/core';
import type { EntityManager } from 'typeorm';
import { v5 as uuidFrom } from 'uuid';
import type { OpenedArchive } from './read.ts';

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/gi;

/** Tables whose rows say where they came from. */
const TELLING = ['account', 'lesson', 'recording', 'signed'];

/** Whether an id in it is one of this school's own, or of what came from elsewhere. */
export async function collides(
  manager: EntityManager,
  schoolId: string,
  { text, index }: OpenedArchive,
  origin: string,
): Promise<boolean> {
  const ids = [...new Set(text.match(UUID))].filter((id) => id !== index.school.id);
  const found = TELLING.map(
    (table) =>
      `EXISTS (SELECT FROM ${table} WHERE school_id = $1 AND id = ANY($2::uuid[]) AND origin IS DISTINCT FROM $3)`,
  );
  const [{ there }] = await manager.query(`SELECT ${found.join(' OR ')} AS there`, [schoolId, ids, origin]);
  return there;
}

/** The text with every id put otherwise; the school that it came from stays what it is. */
export const rekeyed = (text: string, origin: string, school: string): string =>
  text.replace(UUID, (id) => (id === school ? id : uuidFrom(`${origin} ${id}`, school)));

/** Entries are found by the names that they have in the archive. */
export function rekeyedEntries(
  { entry, has, index }: OpenedArchive,
  origin: string,
): Pick<OpenedArchive, 'entry' | 'has'> {
  const names = new Map<string, string>();
  for (const { id, file, score } of index.recordings)
    for (const name of [file, score, `flight-${id}.bin`])
      if (name) names.set(rekeyed(name, origin, index.school.id), name);
  const named = (name: string) => names.get(name) ?? name;
  return {
    has: (name) => has(named(name)),
    async entry(name) {
      const bytes = await entry(named(name));
      const isJson = name !== ARCHIVE_INDEX && name.endsWith('.json');
      return isJson ? Buffer.from(rekeyed(String(bytes), origin, index.school.id)) : bytes;
    },
  };
}
