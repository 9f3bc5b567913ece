/** Gates: closed with words or a paper by who may, opened again with a reason; both stay in the trail. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  checkClosing,
  gateClosingBodySchema,
  InputError,
  inputWords,
  isoDay,
  saidGate,
  saidGateSchema,
} from '@keel/core';
import { AccountEntity, GateClosingEntity, SchoolEntity, SkillWordEntity } from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { requireStudent } from '../scope.ts';
import { knownOf } from './path-of.ts';
import { writeRecords } from './skill-records.ts';

const states = (description: string) => json(z.array(saidGateSchema), description);
const student = z.object({ id: z.uuid() });

export function gateRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/gates/{gate}',
        summary: 'Close a gate; the id is the client’s own, so that sending twice is harmless',
        middleware: [instructorsOnly] as const,
        request: {
          params: student.extend({ gate: z.string() }),
          body: jsonBody(z.object({ id: z.uuid(), body: gateClosingBodySchema })),
        },
        responses: { 200: states('It was closed already'), 201: states('All gates as they stand') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId, gate: wanted } = c.req.valid('param');
        const account = await requireStudent(database, viewer, studentId);
        const { gates, on } = await knownOf(database, account);
        const gate = gates.find(({ id }) => id === wanted);
        if (!gate) throw notFound('gate');
        if (gate.by === 'chief' && viewer.role !== 'chief')
          throw new Problem(403, `${gate.title} is closed by the chief instructor alone.`);
        const { id, body } = c.req.valid('json');
        try {
          checkClosing(gate, body, on);
        } catch (error) {
          if (error instanceof InputError) throw new Problem(422, inputWords(error));
          throw error;
        }
        const isNew = await database.transaction(async (manager) => {
          const { schoolId } = viewer;
          // A paper that has ended makes room for the next one.
          if (gate.state === 'ended' && gate.closing?.id !== id)
            await manager.update(
              GateClosingEntity,
              { schoolId, id: gate.closing?.id },
              { undone: { by: viewer.id, at: new Date().toISOString(), why: 'ended' } },
            );
          const isNew = await insertNew(manager, GateClosingEntity, {
            schoolId,
            id,
            studentId,
            gate: wanted,
            authorId: viewer.id,
            body,
          });
          const own = { schoolId, id, studentId, gate: wanted };
          // Sent again: it is closed by this very word.
          if (!isNew && (await manager.existsBy(GateClosingEntity, own))) return false;
          // Of two who close it at once one closes it; that the other meant to stays known.
          await addToTrail(manager, viewer, 'gate closed', studentId, {
            gate: wanted,
            closing: id,
            ...(!isNew && { already: true }),
          });
          return true;
        });
        const now = (await knownOf(database, account)).gates.map(saidGate);
        return isNew ? c.json(now, 201) : c.json(now, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/gates/{gate}/reopen',
        summary: 'Open a gate again, with the reason',
        middleware: [instructorsOnly] as const,
        request: {
          params: student.extend({ gate: z.string() }),
          body: jsonBody(z.object({ why: z.string().trim().min(1, 'say why').max(500) })),
        },
        responses: { 200: states('All gates as they stand') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId, gate: wanted } = c.req.valid('param');
        const account = await requireStudent(database, viewer, studentId);
        const gate = (await knownOf(database, account)).gates.find(({ id }) => id === wanted);
        if (!gate) throw notFound('gate');
        if (!gate.closing) throw new Problem(409, `${gate.title} is open already.`);
        if (gate.by === 'chief' && viewer.role !== 'chief')
          throw new Problem(403, `${gate.title} is opened again by the chief instructor alone.`);
        const { why } = c.req.valid('json');
        await database.transaction(async (manager) => {
          await manager.update(
            GateClosingEntity,
            { schoolId: viewer.schoolId, id: gate.closing!.id },
            { undone: { by: viewer.id, at: new Date().toISOString(), why } },
          );
          await addToTrail(manager, viewer, 'gate opened again', studentId, { gate: wanted, why });
        });
        return c.json((await knownOf(database, account)).gates.map(saidGate), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/students/{id}/born',
        summary: 'The student’s day of birth, for gates that close by age',
        middleware: [instructorsOnly] as const,
        request: { params: student, body: jsonBody(z.object({ born: isoDay })) },
        responses: { 200: states('All gates as they stand') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const account = await requireStudent(database, viewer, c.req.valid('param').id);
        const { born } = c.req.valid('json');
        const years = (Date.now() - Date.parse(born)) / (365.25 * 86_400_000);
        if (years < 8 || years > 110)
          throw new Problem(422, `born: ${born} cannot be a student’s day of birth.`);
        await database.transaction(async (manager) => {
          await manager.update(AccountEntity, { schoolId: viewer.schoolId, id: account.id }, { born });
          await addToTrail(manager, viewer, 'day of birth set', account.id);
        });
        return c.json((await knownOf(database, { ...account, born })).gates.map(saidGate), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/skills/{skill}/words',
        summary: 'The written word that a critical event of a skill is behind the student',
        middleware: [instructorsOnly] as const,
        request: {
          params: student.extend({ skill: z.string() }),
          body: jsonBody(
            z.object({ id: z.uuid(), words: z.string().trim().min(10, 'write a sentence').max(1000) }),
          ),
        },
        responses: { 204: { description: 'Kept' } },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId, skill } = c.req.valid('param');
        const account = await requireStudent(database, viewer, studentId);
        const { syllabus } = await knownOf(database, account);
        if (!syllabus.skills.some(({ id }) => id === skill)) throw notFound('skill');
        const { id, words } = c.req.valid('json');
        const { schoolId } = viewer;
        await database.transaction(async (manager) => {
          await insertNew(manager, SkillWordEntity, {
            schoolId,
            id,
            studentId,
            skill,
            authorId: viewer.id,
            words,
          });
          const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
          await writeRecords(manager, school, studentId, new Set([skill]));
          await addToTrail(manager, viewer, 'word given after a critical event', studentId, { skill });
        });
        return c.body(null, 204);
      },
    );
}
