/** A flight under way: batches kept in their order, each durable before it is acknowledged; in the end a recording. */
import { dayIn } from '@keel/core';
import type { EntityManager } from 'typeorm';
import { IsNull } from 'typeorm';
import { v5 as uuidFrom } from 'uuid';
import {
  BookingEntity,
  type Device,
  LessonEntity,
  LiveBatchEntity,
  type LiveFlight,
  LiveFlightEntity,
  ScoreEntity,
} from '../db/entities.ts';
import { isDuplicate } from '../db/errors.ts';
import type { Services } from '../http/env.ts';
import { log, plain } from '../http/log.ts';
import { Problem } from '../http/problem.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { zoneOfSchool } from '../scope.ts';
import type { ReadBatch } from './batch.ts';
import { firstStandard } from './first-standard.ts';
import { LIVE_CHANNEL, MOST_BYTES } from './limits.ts';
import { sayNotes } from './notes.ts';

/** A lesson is taken for this flight’s where it was planned within so many hours. */
const NEAR_H = 3;

/** A refusal that says where to go on. */
export class OutOfOrder extends Problem {
  constructor(
    detail: string,
    readonly next: number,
  ) {
    super(409, detail);
  }
}

export interface Batch {
  flightId: string;
  seq: number;
  /** What was in it, or why it cannot be used. */
  read: ReadBatch | { refused: string; sha256: string };
  /** The device’s clock when it sent, ms; NaN where it did not say. */
  clockMs: number;
}

const held = (manager: EntityManager, { schoolId }: Pick<Device, 'schoolId'>, id: string) =>
  manager.findOne(LiveFlightEntity, { where: { schoolId, id }, lock: { mode: 'pessimistic_write' } });

/** @throws Problem 404 for a flight of another airplane. */
export function requireOwn(flight: LiveFlight, device: Device): void {
  if (flight.deviceId !== device.id && flight.airplaneRowId !== device.airplaneRowId)
    throw new Problem(404, 'There is no such flight of this airplane.');
}

/** Keeps a batch; the same bytes again are acknowledged again. */
export async function keepBatch(services: Services, device: Device, batch: Batch): Promise<void> {
  try {
    await keepOnce(services, device, batch);
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    // Of a first batch that came twice at once the second finds the flight begun.
    await keepOnce(services, device, batch);
  }
}

async function keepOnce({ database }: Services, device: Device, batch: Batch): Promise<void> {
  const { flightId, seq, read, clockMs } = batch;
  const { schoolId } = device;
  await database.transaction(async (manager) => {
    const flight = (await held(manager, device, flightId)) ?? (await begin(manager, device, batch));
    requireOwn(flight, device);
    if (seq < flight.nextSeq) {
      const known = await manager.findOneBy(LiveBatchEntity, { schoolId, flightId, seq });
      if (known?.sha256 === read.sha256) return;
      throw new OutOfOrder(`Batch ${seq} came before, with other bytes.`, flight.nextSeq);
    }
    if (seq > flight.nextSeq) throw new OutOfOrder(`Batch ${flight.nextSeq} comes first.`, flight.nextSeq);
    if (flight.endedAt) throw new OutOfOrder('This flight has ended.', flight.nextSeq);
    if ('refused' in read) throw new Problem(422, read.refused);
    if (flight.header !== null && flight.header !== read.header)
      throw new Problem(422, `Other columns than before: ${flight.header} was expected.`);
    if (flight.lastTime !== null && read.firstTime <= flight.lastTime)
      throw new Problem(422, `Time goes back: after ${flight.lastTime} s came ${read.firstTime} s.`);
    const total = Number(flight.bytes) + read.rows.length;
    if (total > MOST_BYTES) throw new Problem(413, 'A flight is at most 50 MB.');
    await manager.insert(LiveBatchEntity, {
      schoolId,
      flightId,
      seq,
      sha256: read.sha256,
      rows: read.rows,
      lastTime: read.lastTime,
      clockMs: Number.isFinite(clockMs) ? clockMs : null,
    });
    await manager.update(
      LiveFlightEntity,
      { schoolId, id: flightId },
      {
        nextSeq: seq + 1,
        header: read.header,
        lastTime: read.lastTime,
        bytes: String(total),
        heardAt: new Date(),
        ...(Number.isFinite(clockMs) && { clockOffsetMs: Date.now() - clockMs }),
      },
    );
    await manager.query('SELECT pg_notify($1, $2)', [LIVE_CHANNEL, flightId]);
  });
}

async function begin(manager: EntityManager, device: Device, { flightId, seq }: Batch): Promise<LiveFlight> {
  if (seq !== 0) throw new OutOfOrder('This flight has not begun: batch 0 comes first.', 0);
  const { schoolId, id: deviceId, airplaneRowId } = device;
  const open = await manager.findOneBy(LiveFlightEntity, { schoolId, deviceId, endedAt: IsNull() });
  if (open) throw new Problem(429, 'This device has another flight under way: end that one first.');
  const match = await lessonFor(manager, device, new Date());
  await manager.insert(LiveFlightEntity, {
    schoolId,
    id: flightId,
    deviceId,
    airplaneRowId,
    heardAt: new Date(),
    ...match,
  });
  return (await held(manager, device, flightId))!;
}

/** The lesson nearest in time with this airplane and no recording yet, else who has it booked now. */
async function lessonFor(
  manager: EntityManager,
  { schoolId, airplaneRowId }: Device,
  at: Date,
): Promise<{ studentId: string | null; lessonId: string | null }> {
  const [lesson]: { id: string; studentId: string }[] = await manager.query(
    `SELECT id, student_id AS "studentId" FROM lesson
     WHERE school_id = $1 AND airplane_row_id = $2 AND abs(extract(epoch FROM planned_at - $3::timestamptz)) <= $4 * 3600
       AND NOT EXISTS (SELECT FROM recording WHERE recording.school_id = $1 AND recording.lesson_id = lesson.id
         AND flown_in = 'airplane' AND deleted_at IS NULL)
     ORDER BY abs(extract(epoch FROM planned_at - $3::timestamptz)) LIMIT 1`,
    [schoolId, airplaneRowId, at, NEAR_H],
  );
  if (lesson) return { studentId: lesson.studentId, lessonId: lesson.id };
  const booking = await manager
    .createQueryBuilder(BookingEntity, 'booking')
    .where('booking.schoolId = :schoolId AND booking.airplaneRowId = :airplaneRowId', {
      schoolId,
      airplaneRowId,
    })
    .andWhere(
      'booking.cancelled IS NULL AND booking.studentId IS NOT NULL AND booking.during @> :at::timestamptz',
      { at },
    )
    .getOne();
  return { studentId: booking?.studentId ?? null, lessonId: null };
}

/** No batch comes after this. @throws Problem 404 where nothing of it was sent. */
const close = ({ database }: Services, device: Device, flightId: string): Promise<LiveFlight> =>
  database.transaction(async (manager) => {
    const flight = await held(manager, device, flightId);
    if (!flight) throw new Problem(404, 'Nothing of this flight was sent.');
    requireOwn(flight, device);
    if (flight.endedAt) return flight;
    const endedAt = new Date();
    await manager.update(LiveFlightEntity, { schoolId: device.schoolId, id: flightId }, { endedAt });
    return { ...flight, endedAt };
  });

/**
 * Ends a flight: its rows are a file, the file a recording, scored like any other; what cannot be scored is kept and says
 * why. Nothing is held while the file is read: of two who end it at once both name the same recording.
 * @throws Problem 404 where nothing of it was sent.
 */
export async function endFlight(services: Services, device: Device, flightId: string): Promise<string> {
  const { schoolId } = device;
  const flight = await close(services, device, flightId);
  if (flight.recordingId) return flight.recordingId;
  const recordingId = await keepFile(services, flight);
  await services.database.transaction(async (manager) => {
    const { lessonId } = (await held(manager, device, flightId))!;
    await manager.update(LiveFlightEntity, { schoolId, id: flightId }, { recordingId });
    const score = await manager.findOneBy(ScoreEntity, { schoolId, recordingId, current: true });
    if (score) {
      await sayNotes(manager, { schoolId, id: recordingId, lessonId }, score.score);
      await writeAttempts(manager, { schoolId, id: recordingId });
    }
    await manager.query('SELECT pg_notify($1, $2)', [LIVE_CHANNEL, `${flightId}/end`]);
  });
  return recordingId;
}

/** @returns the recording of this flight: where the very file came by hand before, that one. */
async function keepFile({ database, tasks }: Services, flight: LiveFlight): Promise<string> {
  const { schoolId, id: flightId, lessonId, studentId, airplaneRowId, begunAt, nextSeq } = flight;
  const lesson = lessonId
    ? await database.getRepository(LessonEntity).findOneBy({ schoolId, id: lessonId })
    : null;
  const standardRowId = lesson?.standardRowId ?? (await firstStandard(database, schoolId));
  const kept = await tasks.threads.upload(
    {
      flight: { schoolId, id: flightId, seq: nextSeq },
      row: {
        id: uuidFrom(flightId, schoolId),
        schoolId,
        studentId,
        lessonId,
        airplaneRowId,
        standardRowId,
        uploadedBy: null,
        fileName: `${dayIn(begunAt, await zoneOfSchool(database, schoolId))}-${flightId.slice(0, 8)}.csv`,
        weightLb: null,
        groundFt: null,
        mapping: null,
        flownIn: 'airplane',
      },
      givenAt: begunAt,
    },
    airplaneRowId,
  );
  if ('refused' in kept) throw new Problem(422, kept.refused);
  return kept.id;
}

/** A flight from which nothing was heard for an hour ends by itself. */
const SILENT_MS = 3_600_000;

export async function closeSilent(services: Services, now = new Date()): Promise<void> {
  const silent = await services.database
    .getRepository(LiveFlightEntity)
    .createQueryBuilder('flight')
    .where('flight.recordingId IS NULL AND flight.nextSeq > 0 AND flight.heardAt < :since', {
      since: new Date(now.getTime() - SILENT_MS),
    })
    .getMany();
  for (const flight of silent) {
    const device = {
      schoolId: flight.schoolId,
      id: flight.deviceId,
      airplaneRowId: flight.airplaneRowId,
    } as Device;
    // One that cannot be ended now is tried again, and holds up no other.
    await endFlight(services, device, flight.id).catch((error) =>
      log.warn({ error: plain(error), flight: flight.id }, 'a silent flight was not ended'),
    );
  }
}
