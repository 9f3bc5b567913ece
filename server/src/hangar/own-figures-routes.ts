/** What an airplane's own recordings say it does, beside the book; the chief takes it up as the airplane's own. */

import { createRoute, z } from '@hono/zod-openapi';
import { ownFigureSchema, ownFigures } from '@keel/core';
import type { DataSource } from 'typeorm';
import { type AirplaneRow, RecordingEntity, ScoreEntity } from '../db/entities.ts';
import { json, jsonBody, router } from '../http/env.ts';
import { given } from '../http/given.ts';
import { chiefsOnly, instructorsOnly } from '../http/only.ts';
import { changeAirplane, requireAirplane } from './routes.ts';

/** Flights in the airplane alone: the trainer's model knows nothing that the book does not. */
async function estimate(database: DataSource, airplane: AirplaneRow) {
  const flights = await database
    .getRepository(ScoreEntity)
    .createQueryBuilder('score')
    .select(['score.id', 'score.observations'])
    .innerJoin(
      RecordingEntity.options.name,
      'recording',
      'recording.schoolId = score.schoolId AND recording.id = score.recordingId',
    )
    .where('score.schoolId = :school AND score.current AND recording.airplaneRowId = :row', {
      school: airplane.schoolId,
      row: airplane.rowId,
    })
    .andWhere("recording.flownIn = 'airplane' AND recording.deletedAt IS NULL")
    .getMany();
  return {
    flights: flights.length,
    figures: ownFigures(
      airplane.data,
      flights.map(({ observations }) => observations),
    ),
  };
}

export function ownFiguresRoutes() {
  const routes = router();
  const params = z.object({ id: z.string() });
  const answer = z.object({
    /** Recordings looked at. */
    flights: z.number().int(),
    figures: z.array(ownFigureSchema),
    /** Those taken up, which the Brief shows. */
    taken: z.array(ownFigureSchema),
  });

  return routes
    .openapi(
      createRoute({
        method: 'get',
        path: '/airplanes/{id}/own-figures',
        summary: 'What this airplane’s recordings say it does, with uncertainty, beside the book',
        middleware: [instructorsOnly] as const,
        request: { params },
        responses: { 200: json(answer, 'The figures') },
      }),
      async (c) => {
        const row = await requireAirplane(c.get('database'), c.get('viewer'), c.req.valid('param').id);
        return c.json({ ...(await estimate(c.get('database'), row)), taken: row.data.ownFigures ?? [] }, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/airplanes/{id}/own-figures',
        summary: 'Take the figures up for the Brief as this airplane’s own, or give them up again',
        middleware: [chiefsOnly] as const,
        request: { params, body: jsonBody(z.object({ version: z.number().int(), take: z.boolean() })) },
        responses: { 200: json(answer, 'Taken up') },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const { version, take } = c.req.valid('json');
        const row = await requireAirplane(database, viewer, c.req.valid('param').id);
        const found = await estimate(database, row);
        const { ownFigures: _, ...file } = row.data;
        const data = take ? { ...file, ownFigures: found.figures } : file;
        await changeAirplane(database, viewer, row, version, data, 'Load it again, then take the figures.');
        return c.json({ ...found, taken: take ? found.figures : [] }, 200);
      },
    );
}
