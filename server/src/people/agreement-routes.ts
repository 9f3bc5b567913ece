/** Who agreed to what: kept as it was said, by whoever teaches; the student reads it and may take it back. */
import { createRoute, z } from '@hono/zod-openapi';
import { agreementBodySchema, agreementWordSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { AgreementEntity } from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { notFound, Problem } from '../http/problem.ts';
import { namesOf, requireStudent } from '../scope.ts';
import { agreementWord } from './agreement-word.ts';
import { addToTrail } from './trail.ts';

const student = z.object({ id: z.uuid() });
const listSchema = z.object({ born: z.string().nullable(), words: z.array(agreementWordSchema) });

async function agreementsOf(database: DataSource, viewer: Viewer, studentId: string) {
  const account = await requireStudent(database, viewer, studentId);
  const { schoolId } = viewer;
  const [rows, names] = await Promise.all([
    database
      .getRepository(AgreementEntity)
      .find({ where: { schoolId, studentId }, order: { createdAt: 'ASC' } }),
    namesOf(database, viewer),
  ]);
  return {
    born: account.born,
    words: rows.map((row) => agreementWord(row, names.get(row.authorId) ?? '')),
  };
}

export function agreementRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/agreements',
        summary: 'Who agreed to what, as it was said, oldest first',
        request: { params: student },
        responses: { 200: json(listSchema, 'The words, and the day of birth') },
      }),
      async (c) =>
        c.json(await agreementsOf(c.get('database'), c.get('viewer'), c.req.valid('param').id), 200),
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/agreements',
        summary: 'Keep an agreement, or that one is taken back; the id is the client’s own',
        request: { params: student, body: jsonBody(z.object({ id: z.uuid(), body: agreementBodySchema })) },
        responses: { 200: json(listSchema, 'Kept before'), 201: json(listSchema, 'All of them') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId } = c.req.valid('param');
        const { schoolId } = viewer;
        const { id, body } = c.req.valid('json');
        await requireStudent(database, viewer, studentId);
        // What others wrote down for them a student may take back, and not give.
        if (viewer.role === 'student' && body.kind !== 'taken-back')
          throw new Problem(403, 'Your school writes down what you agree to; you may take it back here.');
        if (body.kind === 'taken-back') {
          const of = await database
            .getRepository(AgreementEntity)
            .findOneBy({ schoolId, studentId, id: body.of });
          if (of?.body.kind !== 'agreed') throw notFound('agreement');
        }
        const row = { schoolId, id, studentId, authorId: viewer.id, body };
        const isNew = await database.transaction(async (manager) => {
          if (!(await insertOnce(manager, AgreementEntity, row, ['studentId']))) return false;
          const what = body.kind === 'agreed' ? 'agreement kept' : 'agreement taken back';
          await addToTrail(manager, viewer, what, studentId, { id });
          return true;
        });
        const all = await agreementsOf(database, viewer, studentId);
        return isNew ? c.json(all, 201) : c.json(all, 200);
      },
    );
}
