/** The logbook: drafted from flights, written, signed and then locked; in and out as a table. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  endorsementSchema,
  LOG_COLUMN_IDS,
  type LogMapping,
  logbookSchema,
  logEntrySchema,
  unfilled,
  writeLogCsv,
} from '@keel/core';
import { GateClosingEntity, LogDraftEntity, RecordingEntity, SignedEntity } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import { insertNew } from '../db/insert-new.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound, Problem } from '../http/problem.ts';
import { knownOf } from '../path/path-of.ts';
import { addToTrail } from '../people/trail.ts';
import { requireStudent } from '../scope.ts';
import { draftFrom, logbookOf } from './logbook.ts';
import { recordPaper } from './record-paper.ts';
import { proveWhoSigns, sign } from './sign.ts';

const answer = json(logbookSchema, 'The logbook as it stands');
const params = z.object({ id: z.uuid() });
const password = z.string().min(1, 'your password').max(200);

export function logbookRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/logbook',
        summary: 'Drafts, signed entries, totals and endorsements',
        request: { params },
        responses: { 200: answer },
      }),
      async (c) => {
        const database = c.get('database');
        const student = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
        return c.json(await logbookOf(database, student), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/students/{id}/logbook/drafts/{draft}',
        summary: 'Write a draft: from a recording, as a correction of a signed entry, or by hand',
        middleware: [instructorsOnly] as const,
        request: {
          params: params.extend({ draft: z.uuid() }),
          body: jsonBody(
            z.object({
              version: z.number().int().min(0),
              /** Left out with a recording or a correction, it is drafted from that. */
              entry: logEntrySchema.optional(),
              recordingId: z.uuid().nullable().default(null),
              replaces: z.uuid().nullable().default(null),
            }),
          ),
        },
        responses: { 200: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId, draft: id } = c.req.valid('param');
        const student = await requireStudent(database, viewer, studentId);
        const { version, entry, recordingId, replaces } = c.req.valid('json');
        const { schoolId } = viewer;
        if (version > 0) {
          if (!entry) throw new Problem(422, 'entry: enter the flight.');
          const { affected } = await database
            .getRepository(LogDraftEntity)
            .update({ schoolId, id, studentId, version }, { body: entry, version: version + 1 });
          if (affected === 0)
            throw new Problem(
              409,
              'This draft was changed or signed in another window. Load it again; what you wrote is still here.',
            );
          return c.json(await logbookOf(database, student), 200);
        }
        const recording =
          recordingId &&
          (await database.getRepository(RecordingEntity).findOneBy({ schoolId, id: recordingId, studentId }));
        if (recordingId && !recording) throw notFound('recording');
        const corrected =
          replaces &&
          (await database
            .getRepository(SignedEntity)
            .findOneBy({ schoolId, id: replaces, studentId, kind: 'entry' }));
        if (replaces && !corrected) throw notFound('entry');
        const body =
          entry ??
          (corrected && corrected.body.kind === 'entry'
            ? corrected.body.entry
            : recording
              ? await draftFrom(database, recording)
              : undefined);
        if (!body) throw new Problem(422, 'entry: enter the flight.');
        await database
          .getRepository(LogDraftEntity)
          .insert({ schoolId, id, studentId, authorId: viewer.id, recordingId, replaces, body, version: 1 })
          .catch((error) => {
            // Drafted already, by this window or another: it is there.
            if (!isDuplicate(error)) throw error;
          });
        return c.json(await logbookOf(database, student), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/students/{id}/logbook/drafts/{draft}',
        summary: 'Throw a draft away',
        middleware: [instructorsOnly] as const,
        request: { params: params.extend({ draft: z.uuid() }) },
        responses: { 200: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId, draft: id } = c.req.valid('param');
        const student = await requireStudent(database, viewer, studentId);
        await database.getRepository(LogDraftEntity).delete({ schoolId: viewer.schoolId, id, studentId });
        return c.json(await logbookOf(database, student), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/logbook/drafts/{draft}/sign',
        summary: 'Sign it with the password: from then on nothing changes it',
        middleware: [instructorsOnly] as const,
        request: {
          params: params.extend({ draft: z.uuid() }),
          body: jsonBody(z.object({ password, version: z.number().int() })),
        },
        responses: { 201: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id: studentId, draft: id } = c.req.valid('param');
        const student = await requireStudent(database, viewer, studentId);
        const { password: proof, version } = c.req.valid('json');
        await proveWhoSigns(c, proof);
        await database.transaction(async (manager) => {
          const where = { schoolId: viewer.schoolId, id, studentId, version };
          const draft = await manager.findOne(LogDraftEntity, { where, lock: { mode: 'pessimistic_write' } });
          if (!draft)
            throw new Problem(
              409,
              'This draft was changed or signed meanwhile: look at it again before you sign.',
            );
          const entry = logEntrySchema.safeParse(draft.body);
          if (!entry.success) throw new Problem(422, entry.error.issues[0].message);
          await sign(manager, viewer, {
            id,
            studentId,
            recordingId: draft.recordingId,
            replaces: draft.replaces,
            body: { kind: 'entry', entry: entry.data },
          });
          await manager.delete(LogDraftEntity, where);
        });
        return c.json(await logbookOf(database, student), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/logbook/import',
        summary: 'A table of past flights as drafts; with `keep` false it is only looked at',
        middleware: [instructorsOnly] as const,
        request: {
          params,
          body: jsonBody(
            z.object({
              text: z.string().max(5_000_000, 'more than 5 MB: send it in parts'),
              mapping: z.partialRecord(z.enum(LOG_COLUMN_IDS), z.string()).default({}),
              keep: z.boolean().default(false),
              /** The client’s own, so that sending twice is harmless. */
              ids: z.array(z.uuid()).default([]),
            }),
          ),
        },
        responses: {
          200: json(
            z.object({
              columns: z.array(z.string()),
              mapping: z.record(z.string(), z.string()),
              entries: z.array(z.object(logEntrySchema.shape)),
              problems: z.array(
                z.object({ line: z.number(), column: z.string().nullable(), message: z.string() }),
              ),
              kept: z.number(),
            }),
            'What was read; nothing is kept while a line has a problem',
          ),
        },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { text, mapping, keep, ids } = c.req.valid('json');
        const table = { text, mapping: mapping as LogMapping };
        const read = await c.get('tasks').threads.table(table, viewer.id);
        if ('refused' in read) throw new Problem(422, read.refused);
        const { schoolId } = viewer;
        let kept = 0;
        if (keep && read.problems.length === 0) {
          if (ids.length < read.entries.length) throw new Problem(422, 'ids: one for each line is needed.');
          await database.transaction(async (manager) => {
            for (const [i, body] of read.entries.entries()) {
              const row = {
                schoolId,
                id: ids[i],
                studentId: student.id,
                authorId: viewer.id,
                body,
                version: 1,
              };
              await insertNew(manager, LogDraftEntity, row);
            }
            await addToTrail(manager, viewer, 'logbook table taken in', student.id, {
              lines: read.entries.length,
            });
          });
          kept = read.entries.length;
        }
        return c.json({ ...read, mapping: read.mapping as Record<string, string>, kept }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/logbook.csv',
        summary: 'What is signed and not replaced, as a table',
        request: { params },
        responses: { 200: { description: 'CSV', content: { 'text/csv': { schema: z.string() } } } },
      }),
      async (c) => {
        const database = c.get('database');
        const student = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
        const { signed } = await logbookOf(database, student);
        c.header('Content-Type', 'text/csv; charset=utf-8');
        c.header('Content-Disposition', 'attachment; filename="logbook.csv"');
        const entries = signed.filter(({ replacedBy }) => !replacedBy).map(({ entry }) => entry);
        return c.body(writeLogCsv(entries.reverse()), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/{paper}',
        summary: 'The logbook, or a training record for a stage check, on paper',
        request: { params: params.extend({ paper: z.enum(['logbook.pdf', 'training-record.pdf']) }) },
        responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
      }),
      async (c) => {
        const { id, paper } = c.req.valid('param');
        const student = await requireStudent(c.get('database'), c.get('viewer'), id);
        const which = paper === 'logbook.pdf' ? 'logbook' : 'training-record';
        return recordPaper(c, student, { paper: which }, paper);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/endorsements/{endorsementId}/paper',
        summary: 'One endorsement on paper',
        request: { params: params.extend({ endorsementId: z.uuid() }) },
        responses: { 200: { description: 'PDF', content: { 'application/pdf': { schema: z.any() } } } },
      }),
      async (c) => {
        const database = c.get('database');
        const { id, endorsementId } = c.req.valid('param');
        const student = await requireStudent(database, c.get('viewer'), id);
        const { schoolId } = student;
        const of = { schoolId, studentId: student.id, id: endorsementId };
        if (!(await database.getRepository(SignedEntity).existsBy(of))) throw notFound('endorsement');
        return recordPaper(c, student, { paper: 'endorsement', endorsementId }, 'endorsement.pdf');
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/students/{id}/endorsements',
        summary: 'Sign an endorsement with the password; it closes its gate',
        middleware: [instructorsOnly] as const,
        request: {
          params,
          body: jsonBody(z.object({ id: z.uuid(), password, endorsement: endorsementSchema })),
        },
        responses: { 201: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const student = await requireStudent(database, viewer, c.req.valid('param').id);
        const { id, password: proof, endorsement } = c.req.valid('json');
        const open = unfilled(endorsement.text);
        if (open.length > 0) throw new Problem(422, `text: fill in ${open.join(', ')} before you sign.`);
        const { gates, on } = await knownOf(database, student);
        const gate = endorsement.gate && gates.find((one) => one.id === endorsement.gate);
        if (endorsement.gate && !gate) throw new Problem(422, `gate: there is no gate ${endorsement.gate}.`);
        if (gate && gate.by === 'chief' && viewer.role !== 'chief')
          throw new Problem(403, `${gate.title} is confirmed by the chief instructor alone.`);
        if (endorsement.date > on) throw new Problem(422, 'date: this day is in the future.');
        await proveWhoSigns(c, proof);
        const { schoolId } = viewer;
        await database.transaction(async (manager) => {
          await sign(manager, viewer, {
            id,
            studentId: student.id,
            body: { kind: 'endorsement', endorsement },
          });
          if (!gate) return;
          const why = 'a newer endorsement';
          if (gate.closing)
            await manager.update(
              GateClosingEntity,
              { schoolId, id: gate.closing.id },
              { undone: { by: viewer.id, at: new Date().toISOString(), why } },
            );
          const body = { words: endorsement.title, date: endorsement.date, endsOn: endorsement.endsOn };
          await manager.insert(GateClosingEntity, {
            schoolId,
            id,
            studentId: student.id,
            gate: gate.id,
            authorId: viewer.id,
            body,
          });
          await addToTrail(manager, viewer, 'gate closed', student.id, { gate: gate.id, closing: id });
        });
        return c.json(await logbookOf(database, student), 201);
      },
    );
}
