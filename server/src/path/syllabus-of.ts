/** Which syllabus a school teaches by: the newest version of its own, or one that came with the program. */
import { DEFAULT_SYLLABUS, findSyllabus, type Syllabus, syllabuses } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { type School, SyllabusEntity, type SyllabusVersion } from '../db/entities.ts';

type Source = Pick<DataSource, 'getRepository'> | EntityManager;

/** The newest of each that the school has of its own. */
async function ownSyllabuses(source: Source, schoolId: string): Promise<SyllabusVersion[]> {
  const rows = await source
    .getRepository(SyllabusEntity)
    .find({ where: { schoolId }, order: { version: 'ASC' } });
  return [...new Map(rows.map((row) => [row.id, row])).values()];
}

/** All that the school can choose from: those that came with the program, where it has not its own of that name. */
export async function allSyllabuses(
  source: Source,
  schoolId: string,
): Promise<{ version: number; data: Syllabus; own: boolean }[]> {
  const own = await ownSyllabuses(source, schoolId);
  const shipped = syllabuses.filter(({ id }) => !own.some((row) => row.id === id));
  return [
    ...shipped.map((data) => ({ version: 0, data, own: false })),
    ...own.map(({ version, data }) => ({ version, data, own: true })),
  ];
}

export async function syllabusOf(source: Source, school: School): Promise<Syllabus> {
  const id = school.settings.syllabusId ?? DEFAULT_SYLLABUS.id;
  const row = await source
    .getRepository(SyllabusEntity)
    .findOne({ where: { schoolId: school.id, id }, order: { version: 'DESC' } });
  return row?.data ?? findSyllabus(id) ?? DEFAULT_SYLLABUS;
}
