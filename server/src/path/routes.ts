/** The path: what stands between a student and solo, skill by skill; and all students by skills. */
import { createRoute, z } from '@hono/zod-openapi';
import { matrixSchema, pathAttemptSchema, pathSchema } from '@keel/core';
import { json, router } from '../http/env.ts';
import { instructorsOnly } from '../http/only.ts';
import { notFound } from '../http/problem.ts';
import { requireStudent } from '../scope.ts';
import { attemptsOf } from './attempt-rows.ts';
import { matrixOf } from './matrix.ts';
import { knownOf, pathOf } from './path-of.ts';
import { feeds } from './skill-records.ts';

export function pathRoutes() {
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/path',
        summary: 'A student’s skills and gates over time',
        request: { params: z.object({ id: z.uuid() }) },
        responses: { 200: json(pathSchema, 'The path') },
      }),
      async (c) => {
        const database = c.get('database');
        const student = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
        return c.json(await pathOf(database, student), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/students/{id}/path/{skill}',
        summary: 'The attempts behind one skill',
        request: { params: z.object({ id: z.uuid(), skill: z.string() }) },
        responses: { 200: json(z.array(pathAttemptSchema), 'In the order flown') },
      }),
      async (c) => {
        const database = c.get('database');
        const { id, skill: wanted } = c.req.valid('param');
        const student = await requireStudent(database, c.get('viewer'), id);
        const { syllabus } = await knownOf(database, student);
        const skill = syllabus.skills.find((one) => one.id === wanted);
        if (!skill) throw notFound('skill');
        const attempts = skill.maneuver ? await attemptsOf(database, student, skill.maneuver) : [];
        return c.json(
          attempts.filter((one) => feeds(skill, one)),
          200,
        );
      },
    )
    .openapi(
      createRoute({
        method: 'get',
        path: '/path',
        summary: 'The students whom you may see, by the skills of the syllabus',
        middleware: [instructorsOnly] as const,
        request: {
          query: z.object({
            search: z.string().max(80).default(''),
            sort: z.string().max(60).default('name'),
            limit: z.coerce.number().int().min(1).max(400).default(50),
          }),
        },
        responses: { 200: json(matrixSchema, 'The matrix') },
      }),
      async (c) => {
        const viewer = c.get('viewer');
        return c.json(await matrixOf(c.get('database'), viewer, c.req.valid('query')), 200);
      },
    );
}
