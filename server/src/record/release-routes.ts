/** The release check: limits set by an instructor, a day looked at against them, kept as it was seen. It decides nothing. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  beyondMinima,
  beyondMinimaSaid,
  releaseDaySchema,
  releaseSchema,
  releaseSentence,
  saidReleaseSchema,
  soloLimitsSchema,
} from '@keel/core';
import { ReleaseCheckEntity, SchoolEntity, SoloLimitsEntity } from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { requireStudent } from '../scope.ts';
import { recordPaper } from './record-paper.ts';
import { checkRelease, type Kept, releaseOf } from './release.ts';

export function releaseRoutes() {
  const params = z.object({ id: z.uuid() });
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/release',
        summary: 'The student’s limits, and the latest check',
        request: { params },
        responses: { 200: json(releaseSchema, 'As it stands') },
      }),
      async (c) => {
        const database = c.get('database');
        const student = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
        return c.json(await releaseOf(database, student), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/limits',
        summary: 'Set the student’s limits; those before stay on file',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(z.object({ id: z.uuid(), limits: soloLimitsSchema })) },
        responses: { 200: json(releaseSchema, 'Set before'), 201: json(releaseSchema, 'As it stands') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { id, limits: body } = c.req.valid('json');
        const { settings } = await database
          .getRepository(SchoolEntity)
          .findOneByOrFail({ id: viewer.schoolId });
        const beyond = beyondMinima(body, settings.soloMinima);
        if (beyond.length > 0)
          throw new Problem(422, beyond.map((one) => `${one.field}: ${beyondMinimaSaid(one)}`).join('; '));
        const row = { schoolId: viewer.schoolId, id, studentId: student.id, authorId: viewer.id, body };
        const isNew = await database.transaction(async (manager) => {
          if (!(await insertOnce(manager, SoloLimitsEntity, row, ['studentId']))) return false;
          await addToTrail(manager, viewer, 'solo limits set', student.id, body);
          return true;
        });
        const release = await releaseOf(database, student);
        return isNew ? c.json(release, 201) : c.json(release, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/release/look',
        summary: 'How the day stands against limits, gates and landings; nothing is kept',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(releaseDaySchema) },
        responses: {
          200: json(
            z.object({ items: z.array(saidReleaseSchema), sentence: z.string() }),
            'Item by item, and what stands in the way',
          ),
        },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const items = await checkRelease(database, student, c.req.valid('json'));
        return c.json({ items, sentence: releaseSentence(items) }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/release',
        summary: 'Keep a check for the file, worked out anew; it releases nobody',
        middleware: [instructorsOnly] as const,
        request: { params, body: jsonBody(z.object({ id: z.uuid(), day: releaseDaySchema })) },
        responses: { 200: json(releaseSchema, 'Kept before'), 201: json(releaseSchema, 'Kept') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { id, day } = c.req.valid('json');
        const items = await checkRelease(database, student, day);
        const body: Kept = { day, items, sentence: releaseSentence(items) };
        const row = { schoolId: viewer.schoolId, id, studentId: student.id, authorId: viewer.id, body };
        const isNew = await database.transaction(async (manager) => {
          if (!(await insertOnce(manager, ReleaseCheckEntity, row, ['studentId']))) return false;
          await addToTrail(manager, viewer, 'release check kept', student.id, {
            check: id,
            blocking: items.filter(({ state }) => state !== 'held').length,
          });
          return true;
        });
        const release = await releaseOf(database, student);
        return isNew ? c.json(release, 201) : c.json(release, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/release.pdf',
        summary: 'The latest check for the file',
        request: { params },
        responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
      }),
      async (c) => {
        const database = c.get('database');
        const student = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
        const { last } = await releaseOf(database, student);
        if (!last) throw notFound('check');
        return recordPaper(c, student, { paper: 'release' }, 'release-check.pdf');
      },
    );
}
