/** What is known on the day of a solo. */
import {
  dayIn,
  daylightOn,
  landingFacts,
  type ReleaseDay,
  type ReleaseItem,
  releaseCheck,
  type SoloLimits,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { type Account, type School, SoloLimitsEntity, zoneOf } from '../db/entities.ts';
import { knownOf } from '../path/path-of.ts';
import { ledgerOf } from './ledger.ts';

export const limitsOf = (database: DataSource, { schoolId, id: studentId }: Account) =>
  database
    .getRepository(SoloLimitsEntity)
    .findOne({ where: { schoolId, studentId }, order: { createdAt: 'DESC' } });

export function sunsetOn(school: School, at: Date): string | null {
  const { position } = school.settings;
  return position ? (daylightOn(at, position)?.sunset ?? null) : null;
}

export async function checkRelease(
  database: DataSource,
  student: Account,
  day: ReleaseDay,
): Promise<ReleaseItem[]> {
  const at = new Date(day.at);
  const { school, gates } = await knownOf(database, student, at);
  const zone = zoneOf(school);
  const on = dayIn(at, zone);
  const limits: SoloLimits | null = (await limitsOf(database, student))?.body ?? null;
  return releaseCheck({
    day,
    on,
    zone,
    limits,
    gates,
    landings: landingFacts(await ledgerOf(database, student, zone), on),
    sunset: sunsetOn(school, at),
  });
}
