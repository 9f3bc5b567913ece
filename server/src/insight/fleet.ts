/** The airplanes themselves: their own figures over time beside the book, and speeds beyond a limit. */
import { type FleetFigures, figuresOverTime, type Observation } from '@keel/core';
import type { DataSource } from 'typeorm';
import { AirplaneEntity, type School, zoneOf } from '../db/entities.ts';
import { groupBy } from '../path/group-by.ts';

const EXCEEDED_DAYS = 365;
const MOST_EXCEEDED = 20;

export async function fleetFiguresOf(
  database: DataSource,
  school: School,
  now = new Date(),
): Promise<FleetFigures> {
  const { id: schoolId } = school;
  const airplanes = await database
    .getRepository(AirplaneEntity)
    .find({ where: { schoolId }, order: { id: 'ASC' } });
  const [flights, exceeded]: [
    { row: string; day: string; observations: Observation[] }[],
    (Omit<FleetFigures[number]['exceeded'][number], 'flownAt' | 'seenAt'> & {
      row: string;
      flownAt: Date;
      seenAt: Date | null;
    })[],
  ] = await Promise.all([
    // What nothing was observed in tells nothing, and is most of a score's rows.
    database.query(
      `SELECT recording.airplane_row_id AS row, (recording.flown_at AT TIME ZONE $2)::date::text AS day, score.observations
       FROM recording JOIN score ON score.school_id = $1 AND score.recording_id = recording.id AND score.current
       WHERE recording.school_id = $1 AND recording.deleted_at IS NULL AND recording.flown_in = 'airplane'
         AND score.observations <> '[]'::jsonb`,
      [schoolId, zoneOf(school)],
    ),
    database.query(
      `SELECT airplane_row_id AS row, recording_id AS "recordingId", nth, flown_at AS "flownAt", finding, kias,
         limit_kias AS "limitKias", seen_at AS "seenAt"
       FROM exceedance JOIN recording ON recording.school_id = exceedance.school_id AND recording.id = recording_id
       WHERE exceedance.school_id = $1 AND flown_at > $2::timestamptz - interval '${EXCEEDED_DAYS} days'
       ORDER BY flown_at DESC`,
      [schoolId, now],
    ),
  ]);
  const byAirplane = groupBy(flights, ({ row }) => row);
  const beyond = groupBy(exceeded, ({ row }) => row);
  return airplanes
    .filter(({ data, rowId }) => !data.retired || byAirplane.has(rowId))
    .map(({ id, rowId, data }) => {
      const own = byAirplane.get(rowId) ?? [];
      return {
        airplane: { id, name: data.name },
        flights: own.length,
        figures: figuresOverTime(data, own),
        exceeded: (beyond.get(rowId) ?? [])
          .slice(0, MOST_EXCEEDED)
          .map(({ row: _, flownAt, seenAt, ...one }) => ({
            ...one,
            flownAt: flownAt.toISOString(),
            seenAt: seenAt?.toISOString() ?? null,
          })),
      };
    });
}
