/** The school's standards: the newest version of each. */

import { randomUUID } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import {
  attemptVerdictSchema,
  hashOf,
  InputError,
  readStandard,
  reasonOf,
  SCHOOL_STANDARD_ID,
  type Standard,
  standardSchema,
  standards,
} from '@keel/core';
import { type DataSource, In } from 'typeorm';
import type { Analyser } from '../analysis/analyser.ts';
import { RecordingEntity, ScoreEntity, StandardEntity, type StandardVersion } from '../db/entities.ts';
import { scoreBy } from '../debrief/analysis-store.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { namesOf, requireChief } from '../scope.ts';

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

const changeSchema = z.object({
  recordingId: z.uuid(),
  attempt: z.number().int(),
  student: z.string(),
  maneuver: z.string(),
  variant: z.string().nullable(),
  flownAt: z.string(),
  before: attemptVerdictSchema,
  after: attemptVerdictSchema,
  why: z.string(),
});
const previewSchema = z.object({
  attempts: z.number(),
  /** False: it has judged nothing yet, and the school's latest attempts were judged by it before and after the change. */
  hasJudged: z.boolean(),
  changes: z.array(changeSchema),
});
/** Looked back on before a change is saved. */
const LATEST_ATTEMPTS = 50;

/** The newest version of each of the school's standards, in the order of their names. */
async function newestStandards(database: DataSource, viewer: Viewer): Promise<StandardVersion[]> {
  const rows = await database
    .getRepository(StandardEntity)
    .find({ where: { schoolId: viewer.schoolId }, order: { version: 'ASC' } });
  return [...new Map(rows.map((row) => [row.id, row])).values()].sort((a, b) =>
    a.data.name.localeCompare(b.data.name),
  );
}

/** @throws Problem 404 when the school has no such standard. */
export async function requireStandard(
  database: DataSource,
  viewer: Viewer,
  id: string,
): Promise<StandardVersion> {
  const row = (await newestStandards(database, viewer)).find((candidate) => candidate.id === id);
  if (!row) throw notFound('standard');
  return row;
}

/** The school's own standard, which judges what another has no rows for; none where it was never loaded. */
export const schoolStandardOf = async (
  database: DataSource,
  viewer: Viewer,
): Promise<StandardVersion | undefined> =>
  (await newestStandards(database, viewer)).find(({ id }) => id === SCHOOL_STANDARD_ID);

export function standardRoutes() {
  const routes = router();
  routes.openapi(
    createRoute({
      method: 'get',
      path: '/standards',
      summary: 'The school’s standards',
      responses: { 200: json(z.array(versionedSchema), 'Standards by name') },
    }),
    async (c) => {
      const [database, viewer] = [c.get('database'), c.get('viewer')];
      const [rows, names] = await Promise.all([newestStandards(database, viewer), namesOf(database, viewer)]);
      return c.json(
        rows.map((row) => described(row, names)),
        200,
      );
    },
  );

  routes.openapi(
    createRoute({
      method: 'post',
      path: '/standards',
      summary: 'Copy a standard under a name of the school’s own',
      request: {
        body: jsonBody(
          z.object({ from: z.string(), id: standardSchema.shape.id, name: z.string().trim().min(1).max(80) }),
        ),
      },
      responses: { 201: json(versionedSchema, 'The copy') },
    }),
    async (c) => {
      const [database, viewer] = [c.get('database'), c.get('viewer')];
      requireChief(viewer);
      const { from, id, name } = c.req.valid('json');
      const source = await requireStandard(database, viewer, from);
      const taken = (await newestStandards(database, viewer)).some((row) => row.id === id);
      if (taken) throw new Problem(409, `A standard ${id} is there already: give the copy another name.`);
      const data = { ...standardSchema.parse(source.data), id, name, shortName: name.slice(0, 24) };
      const row = await insertVersion(database, viewer, data, 1);
      return c.json(described(row, await namesOf(database, viewer)), 201);
    },
  );

  const params = z.object({ id: z.string() });
  routes.openapi(
    createRoute({
      method: 'put',
      path: '/standards/{id}',
      summary: 'Save a standard as its next version; signed grades keep theirs',
      request: { params, body: jsonBody(z.object({ version: z.number().int(), data: z.looseObject({}) })) },
      responses: { 200: json(versionedSchema, 'The new version') },
    }),
    async (c) => {
      const [database, viewer] = [c.get('database'), c.get('viewer')];
      requireChief(viewer);
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
  );

  routes.openapi(
    createRoute({
      method: 'post',
      path: '/standards/{id}/preview',
      summary: 'What a change would do to the latest fifty attempts, before it is saved',
      request: { params, body: jsonBody(z.object({ data: z.looseObject({}) })) },
      responses: { 200: json(previewSchema, 'Verdicts that would change') },
    }),
    async (c) => {
      const [database, viewer] = [c.get('database'), c.get('viewer')];
      requireChief(viewer);
      const { id } = c.req.valid('param');
      const { data: saved } = await requireStandard(database, viewer, id);
      const checked = checkedStandard({ ...c.req.valid('json').data, id });
      return c.json(
        await previewOf(database, c.get('analyser'), viewer, standardSchema.parse(saved), checked),
        200,
      );
    },
  );
  return routes;
}

/** @throws Problem 422 naming the row and what there is, for a standard that cannot be. */
function checkedStandard(data: unknown): Standard {
  try {
    return readStandard(data);
  } catch (error) {
    if (error instanceof InputError) throw new Problem(422, error.message);
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
    if ((error as { code?: string }).code !== '23505') throw error;
    throw new Problem(
      409,
      'This standard was changed in another window. Load it again; your changes are still here.',
    );
  }
  return row;
}

/** The latest attempts that a standard judges, judged by it as it would be; the school's latest where it has judged none. */
async function previewOf(
  database: DataSource,
  analyser: Analyser,
  viewer: Viewer,
  saved: Standard,
  standard: Standard,
): Promise<z.infer<typeof previewSchema>> {
  const versions = await database
    .getRepository(StandardEntity)
    .findBy({ schoolId: viewer.schoolId, id: standard.id });
  const latest = (judged: object) =>
    database.getRepository(RecordingEntity).find({
      where: { schoolId: viewer.schoolId, status: 'analysed', ...judged },
      order: { flownAt: 'DESC' },
      take: LATEST_ATTEMPTS,
    });
  // The school's own judges whatever another has no rows for.
  const judged = await latest(
    standard.id === SCHOOL_STANDARD_ID ? {} : { standardRowId: In(versions.map(({ rowId }) => rowId)) },
  );
  const hasJudged = judged.length > 0;
  const recordings = hasJudged ? judged : await latest({});
  const names = await namesOf(database, viewer);
  const changes: z.infer<typeof changeSchema>[] = [];
  let attempts = 0;
  for (const recording of recordings) {
    if (attempts >= LATEST_ATTEMPTS) break;
    const row = await database
      .getRepository(ScoreEntity)
      .findOneBy({ recordingId: recording.id, current: true });
    const after = row && (await scoreBy(database, analyser, recording, standard));
    if (!row || !after) continue;
    const { judge } = row.score;
    const stood = hasJudged ? row.score : await scoreBy(database, analyser, recording, saved);
    stood?.attempts.slice(0, LATEST_ATTEMPTS - attempts).forEach((before, attempt) => {
      attempts++;
      const now = after.attempts.find(
        (one) => one.maneuver === before.maneuver && Math.abs(one.startS - before.startS) < 1,
      );
      if (!now || now[judge] === before[judge]) return;
      changes.push({
        recordingId: recording.id,
        attempt,
        student: names.get(recording.studentId) ?? '',
        maneuver: before.maneuver,
        variant: before.variant,
        flownAt: recording.flownAt.toISOString(),
        before: before[judge],
        after: now[judge],
        why: reasonOf(now, judge),
      });
    });
  }
  return { attempts, hasJudged, changes };
}

/**
 * Standards that came with the program and that the school never edited are brought to what comes with it now, as a new
 * version: what was judged by the old one stays as it was.
 */
export async function refreshShipped(database: DataSource): Promise<void> {
  const repository = database.getRepository(StandardEntity);
  const rows = await repository.find({ order: { version: 'ASC' } });
  const newest = new Map(rows.map((row) => [`${row.schoolId} ${row.id}`, row]));
  for (const row of newest.values()) {
    const shipped = standards.find(({ id }) => id === row.id);
    if (!shipped || row.editedBy !== null || hashOf(shipped) === hashOf(row.data)) continue;
    await repository.insert({
      rowId: randomUUID(),
      schoolId: row.schoolId,
      id: row.id,
      version: row.version + 1,
      data: shipped,
      editedBy: null,
      editedAt: new Date(),
    });
  }
}
