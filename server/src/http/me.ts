/** Who one is, as the interface wants to know it. */
import type { Me } from '@keel/core';
import type { DataSource } from 'typeorm';
import { AccountEntity, fieldRulesOf, SchoolEntity, zoneOf } from '../db/entities.ts';
import type { Viewer } from './env.ts';

export async function describeMe(database: DataSource, viewer: Omit<Viewer, 'session'>): Promise<Me> {
  const { id, schoolId, name, email, role } = viewer;
  const [school, account] = await Promise.all([
    database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
    database.getRepository(AccountEntity).findOneByOrFail({ schoolId, id }),
  ]);
  const { fieldFt, areaGroundFt, firstStandardId, position, pressureUnit = 'hPa', runways } = school.settings;
  return {
    id,
    name,
    email,
    role,
    school: school.name,
    zone: zoneOf(school),
    fieldFt,
    areaGroundFt,
    ...(position && { position }),
    pressureUnit,
    runways: runways ?? [],
    fieldRules: fieldRulesOf(school),
    ...(firstStandardId && { firstStandardId }),
    secondStep: account.totpSince !== null,
    settings: account.ownSettings,
  };
}
