/** What is known on the day of a solo. */
import {
  dayIn,
  daylightOn,
  landingFacts,
  type Release,
  type ReleaseDay,
  releaseCheck,
  type SaidRelease,
  type SoloLimits,
  saidRelease,
  withinMinima,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  type Account,
  ReleaseCheckEntity,
  type School,
  SchoolEntity,
  SoloLimitsEntity,
  zoneOf,
} from '../db/entities.ts';
import { knownOf } from '../path/path-of.ts';
import { namesOf } from '../scope.ts';
import { ledgerOf } from './ledger.ts';

export const limitsOf = (
  database: DataSource,
  { schoolId, id: studentId }: Pick<Account, 'schoolId' | 'id'>,
) =>
  database
    .getRepository(SoloLimitsEntity)
    .findOne({ where: { schoolId, studentId }, order: { createdAt: 'DESC' } });

function sunsetOn(school: School, at: Date): string | null {
  const { position } = school.settings;
  return position ? (daylightOn(at, position)?.sunset ?? null) : null;
}

export async function checkRelease(
  database: DataSource,
  student: Account,
  day: ReleaseDay,
): Promise<SaidRelease[]> {
  const at = new Date(day.at);
  const { school, gates } = await knownOf(database, student, at);
  const zone = zoneOf(school);
  const on = dayIn(at, zone);
  const own: SoloLimits | null = (await limitsOf(database, student))?.body ?? null;
  const limits = own && withinMinima(own, school.settings.soloMinima);
  const items = releaseCheck({
    day,
    on,
    zone,
    limits,
    gates,
    landings: landingFacts(await ledgerOf(database, student, zone), on),
    sunset: sunsetOn(school, at),
  });
  return saidRelease(items, gates);
}

/** A check as it was walked through. */
export interface Kept {
  day: ReleaseDay;
  items: SaidRelease[];
  sentence: string;
}

/** The student’s limits, and the latest check. */
export async function releaseOf(database: DataSource, student: Account): Promise<Release> {
  const { schoolId, id, name } = student;
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const [limits, last, names] = [
    await limitsOf(database, student),
    await database
      .getRepository(ReleaseCheckEntity)
      .findOne({ where: { schoolId, studentId: id }, order: { createdAt: 'DESC' } }),
    await namesOf(database, student),
  ];
  const kept = last?.body as Kept | undefined;
  return {
    student: { id, name },
    limits: limits?.body ?? null,
    limitsBy: limits ? (names.get(limits.authorId) ?? 'a former member') : null,
    minima: school.settings.soloMinima ?? null,
    runways: (school.settings.runways ?? []).flatMap((pair) => pair.split('/')),
    sunset: sunsetOn(school, new Date()),
    last:
      last && kept
        ? {
            id: last.id,
            at: last.createdAt.toISOString(),
            by: names.get(last.authorId) ?? 'a former member',
            ...kept,
          }
        : null,
  };
}
