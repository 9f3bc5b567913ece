/** Who has not agreed yet to what is kept of a flight. */
import { agreementsOn, missingAgreement } from '@keel/core';
import { type DataSource, In } from 'typeorm';
import { type Account, AgreementEntity } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { agreementWord } from './agreement-word.ts';

export interface Missing {
  student: { id: string; name: string };
  missing: string;
}

/** @param on the day of the flight, in the school's zone. */
export async function missingAgreements(
  database: DataSource,
  { schoolId }: Viewer,
  students: readonly Pick<Account, 'id' | 'name' | 'born'>[],
  on: string,
): Promise<Missing[]> {
  if (students.length === 0) return [];
  const rows = await database
    .getRepository(AgreementEntity)
    .findBy({ schoolId, studentId: In(students.map(({ id }) => id)) });
  return students.flatMap(({ id, name, born }) => {
    const words = rows.filter(({ studentId }) => studentId === id).map((row) => agreementWord(row, ''));
    const missing = missingAgreement(agreementsOn(words, on), born, on);
    return missing ? [{ student: { id, name }, missing }] : [];
  });
}
