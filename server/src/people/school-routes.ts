/** What the school has settled for itself, and who did what when. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  departedSchema,
  goneFlightsSchema,
  type SchoolSettings,
  trailSchema,
  versionedSettingsSchema,
} from '@keel/core';
import { In, LessThan } from 'typeorm';
import {
  AirplaneEntity,
  LessonEntity,
  LinkEntity,
  RecordingEntity,
  type School,
  SchoolEntity,
  TrailEntity,
  zoneOf,
} from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { countAnew } from '../path/attempt-rows.ts';
import { namesOf } from '../scope.ts';
import { requireStandard } from '../standards/newest.ts';
import { deleteFlights, departed } from './retention.ts';
import { addToTrail } from './trail.ts';

const PAGE = 50;

const shown = (school: School): SchoolSettings => ({
  name: school.name,
  zone: zoneOf(school),
  fieldFt: school.settings.fieldFt,
  areaGroundFt: school.settings.areaGroundFt,
  position: school.settings.position ?? null,
  runways: school.settings.runways ?? [],
  demonstrationFirst: school.settings.demonstrationFirst,
  secondStepForStaff: school.settings.secondStepForStaff ?? false,
  speedUnit: school.settings.speedUnit ?? 'kt',
  pressureUnit: school.settings.pressureUnit ?? 'hPa',
  firstStandardId: school.settings.firstStandardId,
  gradeNames: school.settings.gradeNames ?? null,
  soloMinima: school.settings.soloMinima ?? null,
  fieldRules: school.settings.fieldRules ?? null,
  lessonTemplates: school.settings.lessonTemplates ?? [],
  retentionYears: school.settings.retentionYears ?? null,
  seatMarks: school.settings.seatMarks ?? [],
});

export function schoolRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/school',
        summary: 'What the school has settled for itself',
        responses: { 200: json(versionedSettingsSchema, 'The settings') },
      }),
      async (c) => {
        const school = await given(c).school();
        return c.json({ version: school.version, settings: shown(school) }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/school',
        summary: 'Change them; `version` is the one that was read',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(versionedSettingsSchema) },
        responses: { 200: json(versionedSettingsSchema, 'Changed') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { version, settings: wanted } = c.req.valid('json');
        const { schoolId: id } = viewer;
        const changed = await database.transaction(async (manager) => {
          const school = await manager.findOneOrFail(SchoolEntity, {
            where: { id },
            lock: { mode: 'pessimistic_write' },
          });
          const before = shown(school);
          const { firstStandardId } = wanted;
          if (firstStandardId !== undefined) await requireStandard(manager, viewer, firstStandardId);
          // What is left out has no key here, and stays as it is.
          const { name, position, ...rest } = wanted;
          const settings = { ...school.settings, ...rest, position: position ?? undefined };
          const { affected } = await manager.update(
            SchoolEntity,
            { id, version },
            { name, settings, version: version + 1 },
          );
          if (affected === 0)
            throw new Problem(
              409,
              'The settings were changed in another window. Load them again; yours are still here.',
            );
          const keys = (Object.keys(wanted) as (keyof SchoolSettings)[]).filter(
            (key) => JSON.stringify(before[key]) !== JSON.stringify(wanted[key]),
          );
          const pick = (of: SchoolSettings) => Object.fromEntries(keys.map((key) => [key, of[key]]));
          await addToTrail(manager, viewer, 'settings changed', id, {
            version: version + 1,
            before: pick(before),
            after: pick(wanted),
          });
          // Attempts are counted by the school’s days, and by what it takes for a demonstration.
          if (keys.includes('demonstrationFirst') || keys.includes('zone')) await countAnew(manager, id);
          return manager.findOneByOrFail(SchoolEntity, { id });
        });
        return c.json({ version: changed.version, settings: shown(changed) }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/school/departed',
        summary: 'Who has left and still has flights here, and until when they are kept',
        middleware: [chiefsOnly] as const,
        responses: { 200: json(z.array(departedSchema), 'The longest gone first') },
      }),
      async (c) => {
        return c.json(await departed(c.get('database'), c.get('viewer')), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'delete',
        path: '/school/departed/{id}/flights',
        summary: 'Delete the flights of who has left; those that a signed entry names stay',
        middleware: [chiefsOnly] as const,
        request: { params: z.object({ id: z.uuid() }) },
        responses: {
          200: json(goneFlightsSchema, 'Hidden now, removed in thirty days'),
        },
      }),
      async (c) => {
        const { id } = c.req.valid('param');
        return c.json(await deleteFlights(c.get('database'), c.get('viewer'), id), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/school/trail',
        summary: 'Who did what when, the latest first',
        middleware: [chiefsOnly] as const,
        request: { query: z.object({ cursor: z.coerce.number().int().positive().optional() }) },
        responses: { 200: json(trailSchema, 'A page of the trail') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { schoolId } = viewer;
        const { cursor } = c.req.valid('query');
        const rows = await database.getRepository(TrailEntity).find({
          where: { schoolId, ...(cursor && { id: LessThan(String(cursor)) }) },
          order: { id: 'DESC' },
          take: PAGE + 1,
        });
        const page = rows.slice(0, PAGE);
        const subjects = page.map(({ subject }) => subject).filter((one) => /^[0-9a-f-]{36}$/.test(one));
        const [names, recordings, lessons, links, airplanes] = await Promise.all([
          namesOf(database, viewer),
          database.getRepository(RecordingEntity).findBy({ schoolId, id: In(subjects) }),
          database.getRepository(LessonEntity).findBy({ schoolId, id: In(subjects) }),
          database.getRepository(LinkEntity).findBy({ schoolId, id: In(subjects) }),
          database
            .getRepository(AirplaneEntity)
            .findBy({ schoolId, id: In(page.map(({ subject }) => subject)) }),
        ]);
        const called = new Map([
          ...names,
          ...recordings.map(({ id, fileName }): [string, string] => [id, fileName]),
          ...lessons.map(({ id, title }): [string, string] => [id, title]),
          ...links.map(({ id, invited }): [string, string] => [id, invited?.name ?? '']),
          ...airplanes.map(({ id, data }): [string, string] => [id, data.name]),
        ]);
        return c.json(
          {
            items: page.map(({ id, at, by, what, subject, detail }) => ({
              id,
              at: at.toISOString(),
              by: by && (names.get(by) ?? 'a former member'),
              what,
              of: called.get(subject) ?? null,
              detail: detail as Record<string, unknown>,
            })),
            next: rows.length > PAGE ? page[PAGE - 1].id : null,
          },
          200,
        );
      },
    );
}
