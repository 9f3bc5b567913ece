/** The first start: an empty database waits for its school, and a link, printed where the program was started, lets its chief in. */
import { randomUUID } from 'node:crypto';
import { type Setup, setupSchema, standards } from '@keel/core';
import type { DataSource } from 'typeorm';
import type { z } from 'zod';
import { type Account, AccountEntity, LinkEntity, SchoolEntity, StandardEntity } from '../db/entities.ts';
import { Problem } from '../http/problem.ts';
import { makeLink, openLink, useUp } from './links.ts';
import { hashOfPassword } from './passwords.ts';
import { addToTrail } from './trail.ts';

/**
 * A new link for a database that has no school yet; one printed before is no good any more.
 * @returns its token, or null where there is a school.
 */
export async function setupToken(database: DataSource): Promise<string | null> {
  if (await database.getRepository(SchoolEntity).exists()) return null;
  return database.transaction(async (manager) => {
    await manager.delete(LinkEntity, { kind: 'setup' });
    const { token } = await makeLink(manager, { kind: 'setup' });
    return token;
  });
}

/**
 * Makes the school and its chief instructor, in one transaction: of two who try at once one is first.
 * @throws Problem 410 for a link that is used up; 422 for a password that is tried first.
 */
export async function setUp(database: DataSource, input: Setup): Promise<Account> {
  const {
    token,
    school,
    zone,
    fieldFt,
    areaGroundFt,
    name,
    email,
    password,
    ...more
  }: z.output<typeof setupSchema> = setupSchema.parse(input);
  const passwordHash = await hashOfPassword(password, email);
  return database.transaction(async (manager) => {
    const link = await openLink(manager, 'setup', token);
    if (await manager.exists(SchoolEntity)) throw new Problem(410, 'There is a school already.');
    await useUp(manager, link);
    const schoolId = randomUUID();
    await manager.insert(SchoolEntity, {
      id: schoolId,
      name: school,
      settings: { technique: {}, demonstrationFirst: false, zone, fieldFt, areaGroundFt, ...more },
      version: 1,
    });
    for (const data of standards)
      await manager.insert(StandardEntity, {
        rowId: randomUUID(),
        schoolId,
        id: data.id,
        version: 1,
        data,
        editedBy: null,
      });
    const id = randomUUID();
    await manager.insert(AccountEntity, { schoolId, id, email, name, role: 'chief', passwordHash });
    await addToTrail(manager, { schoolId, id }, 'school set up', schoolId);
    return manager.findOneByOrFail(AccountEntity, { schoolId, id });
  });
}
