/** Syllabuses: those that came with the program and the school’s own copies; which one is taught. */

import { createRoute, z } from '@hono/zod-openapi';
import { InputError, inputWords, readSyllabus, type Syllabus, syllabusSchema } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { SchoolEntity, SyllabusEntity } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { ask } from '../tasks/list.ts';
import { allSyllabuses, syllabusOf } from './syllabus-of.ts';

const listed = z.object({
  id: z.string(),
  title: z.string(),
  version: z.number(),
  own: z.boolean(),
  taught: z.boolean(),
  data: syllabusSchema,
});

async function listFor(database: DataSource, { schoolId }: Viewer) {
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const [all, taught] = [await allSyllabuses(database, schoolId), await syllabusOf(database, school)];
  return all.map(({ version, own, data }) => ({
    id: data.id,
    title: data.title,
    version,
    own,
    taught: data.id === taught.id,
    data,
  }));
}

/** What stands is worked out anew by the syllabus in force. */
const workOut = (manager: EntityManager, { schoolId }: Viewer) =>
  ask(manager, { schoolId, kind: 'records', subject: schoolId });

export function syllabusRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/syllabuses',
        summary: 'The syllabuses to choose from, and which one is taught',
        responses: { 200: json(z.array(listed), 'Those that came with the program first') },
      }),
      async (c) => c.json(await listFor(c.get('database'), c.get('viewer')), 200),
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/syllabuses/{id}',
        summary: 'Save a syllabus of the school’s own, new or as its next version',
        middleware: [chiefsOnly] as const,
        request: {
          params: z.object({ id: z.string() }),
          body: jsonBody(z.object({ version: z.number().int().min(0), data: z.looseObject({}) })),
        },
        responses: { 200: json(z.array(listed), 'All syllabuses') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id } = c.req.valid('param');
        const { version, data: written } = c.req.valid('json');
        const data = checked({ ...written, id });
        const { schoolId } = viewer;
        await database
          .transaction(async (manager) => {
            const newest = await manager.findOne(SyllabusEntity, {
              where: { schoolId, id },
              order: { version: 'DESC' },
            });
            if ((newest?.version ?? 0) !== version) throw changed();
            await manager.insert(SyllabusEntity, {
              schoolId,
              id,
              version: version + 1,
              data,
              editedBy: viewer.id,
            });
            await addToTrail(manager, viewer, 'syllabus saved', id, { version: version + 1 });
            await workOut(manager, viewer);
          })
          .catch((error) => {
            throw isDuplicate(error) ? changed() : error;
          });
        return c.json(await listFor(database, viewer), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/syllabus',
        summary: 'Teach by this syllabus from now on',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(z.object({ id: z.string() })) },
        responses: { 200: json(z.array(listed), 'All syllabuses') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id } = c.req.valid('json');
        if (!(await allSyllabuses(database, viewer.schoolId)).some(({ data }) => data.id === id))
          throw notFound('syllabus');
        await database.transaction(async (manager) => {
          await manager.query(
            `UPDATE school SET settings = settings || jsonb_build_object('syllabusId', $2::text), version = version + 1 WHERE id = $1`,
            [viewer.schoolId, id],
          );
          await addToTrail(manager, viewer, 'syllabus chosen', id);
          await workOut(manager, viewer);
        });
        return c.json(await listFor(database, viewer), 200);
      },
    );
}

const changed = () =>
  new Problem(
    409,
    'This syllabus was changed in another window. Load it again; your changes are still here.',
  );

function checked(written: object): Syllabus {
  try {
    return readSyllabus(written);
  } catch (error) {
    if (error instanceof InputError) throw new Problem(422, inputWords(error));
    throw error;
  }
}
