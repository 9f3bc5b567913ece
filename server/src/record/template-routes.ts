/** Endorsements in the school's own words; two chiefs at once lose neither's. */

import { createHash } from 'node:crypto';
import { createRoute, z } from '@hono/zod-openapi';
import {
  ENDORSEMENT_TEMPLATES,
  type EndorsementTemplate,
  endorsementTemplateSchema,
  endorsementTemplatesSchema,
} from '@keel/core';
import { type School, SchoolEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly } from '../http/only.ts';
import { Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';

export function templateRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/endorsement-templates',
        summary: 'Endorsements in the school’s words',
        responses: {
          200: json(z.array(endorsementTemplateSchema), 'The templates; their ETag tells a version'),
        },
      }),
      async (c) => {
        const school = await c
          .get('database')
          .getRepository(SchoolEntity)
          .findOneByOrFail({ id: c.get('viewer').schoolId });
        const templates = templatesOf(school);
        c.header('ETag', tagOf(templates));
        return c.json(templates, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/endorsement-templates',
        summary: 'Put them in other words; with If-Match only where they are still what was read',
        middleware: [chiefsOnly] as const,
        request: { body: jsonBody(endorsementTemplatesSchema) },
        responses: { 200: json(z.array(endorsementTemplateSchema), 'The templates') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const templates = c.req.valid('json');
        // Compressed on its way, an answer's tag comes back as a weak one.
        const before = c.req.header('If-Match')?.replace(/^W\//, '');
        await database.transaction(async (manager) => {
          const school = await manager.findOneOrFail(SchoolEntity, {
            where: { id: viewer.schoolId },
            lock: { mode: 'pessimistic_write' },
          });
          if (before !== undefined && before !== tagOf(templatesOf(school)))
            throw new Problem(
              409,
              'The texts were changed in another window. Theirs are taken in where you changed nothing: look, then save again.',
            );
          await manager.query(
            `UPDATE school SET settings = jsonb_set(settings, '{endorsementTemplates}', $2::jsonb), version = version + 1 WHERE id = $1`,
            [viewer.schoolId, JSON.stringify(templates)],
          );
          await addToTrail(manager, viewer, 'endorsement templates changed', viewer.schoolId);
        });
        c.header('ETag', tagOf(templates));
        return c.json(templates, 200);
      },
    );
}

const templatesOf = ({ settings }: School): EndorsementTemplate[] => [
  ...(settings.endorsementTemplates ?? ENDORSEMENT_TEMPLATES),
];

/** The same texts have the same tag, wherever they were kept in between; the order of their fields is not theirs. */
const tagOf = (templates: readonly EndorsementTemplate[]): string =>
  `"${createHash('sha256')
    .update(JSON.stringify(z.array(endorsementTemplateSchema).parse(templates)))
    .digest('hex')
    .slice(0, 32)}"`;
