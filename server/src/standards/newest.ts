/** The newest version of each of a school's standards. */
import { SCHOOL_STANDARD_ID } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { StandardEntity, type StandardVersion } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { notFound } from '../http/problem.ts';

/** In the order of their names. */
export async function newestStandards(
  database: DataSource | EntityManager,
  viewer: Pick<Viewer, 'schoolId'>,
): Promise<StandardVersion[]> {
  const rows = await database
    .getRepository(StandardEntity)
    .find({ where: { schoolId: viewer.schoolId }, order: { version: 'ASC' } });
  return [...new Map(rows.map((row) => [row.id, row])).values()].sort((a, b) =>
    a.data.name.localeCompare(b.data.name),
  );
}

/** @throws Problem 404 when the school has no such standard. */
export async function requireStandard(
  database: DataSource | EntityManager,
  viewer: Viewer,
  id: string,
): Promise<StandardVersion> {
  const row = (await newestStandards(database, viewer)).find((candidate) => candidate.id === id);
  if (!row) throw notFound('standard');
  return row;
}

/** The school's own standard, which judges what another has no rows for; none where it was never loaded. */
export const schoolStandardOf = async (
  database: DataSource | EntityManager,
  viewer: Viewer,
): Promise<StandardVersion | undefined> =>
  (await newestStandards(database, viewer)).find(({ id }) => id === SCHOOL_STANDARD_ID);
