/** The school's standards: the newest version of each. */

import { randomUUID } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import { InputError, inputWords, readStandard, type Standard, standardSchema } from '@keel/core';
import type { DataSource } from 'typeorm';
import { StandardEntity, type StandardVersion } from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { madeAnswer } from '../http/made-file.ts';
import { chiefsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { namesOf } from '../scope.ts';
import { newestStandards, requireStandard } from './newest.ts';
import { previewSchema } from './preview-task.ts';

const versionedSchema = standardSchema.extend({
  version: z.number().int(),
  /** Who made this version, and when; null where it is as it came. */
  editedBy: z.string().nullable(),
  editedAt: z.string(),
});
const described = ({ data, version, editedBy, editedAt }: StandardVersion, names: Map<string, string>) => ({
  ...standardSchema.parse(data),
  version,
  editedBy: editedBy && (names.get(editedBy) ?? 'a former member'),
  editedAt: editedAt.toISOString(),
});

export function standardRoutes() {
  const params = z.object({ id: z.string() });
  const routes = router();

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/standards',
        summary: 'The school’s standards',
        responses: { 200: json(z.array(versionedSchema), 'Standards by name') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const [rows, names] = await Promise.all([
          newestStandards(database, viewer),
          namesOf(database, viewer),
        ]);
        return c.json(
          rows.map((row) => described(row, names)),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/standards',
        summary: 'Copy a standard under a name of the school’s own',
        middleware: [chiefsOnly] as const,
        request: {
          body: jsonBody(
            z.object({
              from: z.string(),
              id: standardSchema.shape.id,
              name: z.string().trim().min(1).max(80),
            }),
          ),
        },
        responses: { 201: json(versionedSchema, 'The copy') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { from, id, name } = c.req.valid('json');
        const source = await requireStandard(database, viewer, from);
        const taken = (await newestStandards(database, viewer)).some((row) => row.id === id);
        if (taken) throw new Problem(409, `A standard ${id} is there already: give the copy another name.`);
        const data = { ...standardSchema.parse(source.data), id, name, shortName: name.slice(0, 24) };
        const row = await insertVersion(database, viewer, data, 1);
        return c.json(described(row, await namesOf(database, viewer)), 201);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/standards/{id}',
        summary: 'Save a standard as its next version; signed grades keep theirs',
        middleware: [chiefsOnly] as const,
        request: { params, body: jsonBody(z.object({ version: z.number().int(), data: z.looseObject({}) })) },
        responses: { 200: json(versionedSchema, 'The new version') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id } = c.req.valid('param');
        const { version, data } = c.req.valid('json');
        const newest = await requireStandard(database, viewer, id);
        const checked = checkedStandard({ ...data, id });
        if (newest.version !== version)
          throw new Problem(
            409,
            'This standard was changed in another window. Load it again; your changes are still here.',
          );
        const row = await insertVersion(database, viewer, checked, version + 1);
        return c.json(described(row, await namesOf(database, viewer)), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/standards/{id}/preview',
        summary: 'What a change would do to the latest fifty attempts, before it is saved',
        middleware: [chiefsOnly] as const,
        request: { params, body: jsonBody(z.object({ data: z.looseObject({}) })) },
        responses: { 200: json(previewSchema, 'Verdicts that would change') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { id } = c.req.valid('param');
        const { data: saved } = await requireStandard(database, viewer, id);
        const checked = checkedStandard({ ...c.req.valid('json').data, id });
        return c.json(
          await madeAnswer(c, previewSchema, {
            schoolId: viewer.schoolId,
            kind: 'preview',
            input: { saved: standardSchema.parse(saved), changed: checked },
          }),
          200,
        );
      },
    );
}

/** @throws Problem 422 naming the row and what there is, for a standard that cannot be. */
function checkedStandard(data: unknown): Standard {
  try {
    return readStandard(data);
  } catch (error) {
    if (error instanceof InputError) throw new Problem(422, inputWords(error));
    throw error;
  }
}

async function insertVersion(
  database: DataSource,
  viewer: Viewer,
  data: Standard,
  version: number,
): Promise<StandardVersion> {
  const row = {
    rowId: randomUUID(),
    schoolId: viewer.schoolId,
    id: data.id,
    version,
    data,
    editedBy: viewer.id,
    editedAt: new Date(),
  };
  try {
    await database.getRepository(StandardEntity).insert(row);
  } catch (error) {
    // Two windows saved the same version at once: the first one holds.
    if (!isDuplicate(error)) throw error;
    throw new Problem(
      409,
      'This standard was changed in another window. Load it again; your changes are still here.',
    );
  }
  return row;
}
