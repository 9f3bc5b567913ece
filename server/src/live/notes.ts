/**
 * What was said of a lesson while it was flown: kept at once, by the moment that it was meant, and said of the recording as
 * soon as there is one that has a score. A flight under way, or a file that knows the time of day, tells where the moment lies.
 */
import { flownByWith, LESSON, type LiveNoteBody, type Score, type StatementBody } from '@keel/core';
import type { EntityManager } from 'typeorm';
import {
  LiveBatchEntity,
  LiveFlightEntity,
  type LiveNote,
  LiveNoteEntity,
  RecordingEntity,
  StatementEntity,
} from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { clocksOf, flightTimeAt } from './clocks.ts';
import { joinSeat } from './seat.ts';

/** A mark so near to an attempt is about it, s. */
const BEFORE_S = 10;
const AFTER_S = 40;
/** Further outside than this it is another flight’s, s. */
const OUTSIDE_S = 600;

/** Seconds of the flight at a moment of the server’s clock. */
type TimeAt = (serverMs: number) => number;

/** @returns null where nothing tells. */
export async function timeOfFlight(
  manager: EntityManager,
  { schoolId, lessonId, recordingId }: { schoolId: string; lessonId: string; recordingId?: string },
): Promise<TimeAt | null> {
  // While a flight ends its recording may be scored before the flight knows of it.
  const flights = await manager.find(LiveFlightEntity, {
    where: { schoolId, lessonId },
    order: { begunAt: 'DESC' },
  });
  const flight =
    recordingId === undefined
      ? flights[0]
      : (flights.find((one) => one.recordingId === recordingId) ??
        flights.find((one) => one.recordingId === null));
  if (flight) {
    const sent = await manager.find(LiveBatchEntity, {
      select: { lastTime: true, clockMs: true, receivedAt: true },
      where: { schoolId, flightId: flight.id },
      order: { seq: 'ASC' },
    });
    const clocks = clocksOf(
      sent.map(({ lastTime, clockMs, receivedAt }) => ({
        lastTime,
        clockMs,
        receivedMs: receivedAt.getTime(),
      })),
    );
    return clocks && ((serverMs) => flightTimeAt(clocks, serverMs));
  }
  if (recordingId === undefined) return null;
  const recording = await manager.findOneBy(RecordingEntity, { schoolId, id: recordingId });
  const epochMs = recording?.epochMs ?? null;
  return epochMs === null ? null : (serverMs) => (serverMs - Number(epochMs)) / 1000;
}

/** Says of a recording what waits for it. Said again, it is the same word. */
export async function sayNotes(
  manager: EntityManager,
  recording: { schoolId: string; id: string; lessonId: string | null },
  score: Score,
): Promise<void> {
  const { schoolId, id: recordingId, lessonId } = recording;
  if (lessonId === null) return;
  const unsaid = { schoolId, lessonId, said: false, undone: false };
  if (!(await manager.existsBy(LiveNoteEntity, unsaid))) return;
  const timeAt = await timeOfFlight(manager, { schoolId, lessonId, recordingId });
  await joinSeat(manager, { schoolId, id: recordingId, lessonId }, score, timeAt);
  const waiting = await manager.findBy(LiveNoteEntity, unsaid);
  for (const note of waiting) {
    const body = bodyOf(note, timeAt, score);
    if (!body) continue;
    await insertNew(manager, StatementEntity, {
      schoolId,
      id: note.id,
      recordingId,
      authorId: note.authorId,
      scoreId: null,
      body,
    });
    await manager.update(LiveNoteEntity, { schoolId, id: note.id }, { said: true });
  }
}

function bodyOf({ at, body }: LiveNote, timeAt: TimeAt | null, score: Score): StatementBody | null {
  if (body.kind === 'help') return helpBody(body);
  if (body.kind === 'grade') return body;
  // What was tapped of an attempt that is not here is graded by hand.
  if (body.kind !== 'mark') return null;
  const { durationS } = score.recording;
  // Where it lies nobody knows: it is said of the lesson, with the time of day.
  if (!timeAt)
    return {
      kind: 'comment',
      startS: 0,
      endS: durationS,
      maneuver: LESSON,
      text: `${body.text} (${at.toISOString().slice(11, 19)} UTC)`,
    };
  const meantS = timeAt(at.getTime());
  if (meantS < -OUTSIDE_S || meantS > durationS + OUTSIDE_S) return null;
  const atS = Math.min(durationS, Math.max(0, meantS));
  const about =
    score.attempts.find(({ startS, endS }) => atS >= startS && atS <= endS) ??
    score.attempts.findLast(({ startS, endS }) => atS >= startS - BEFORE_S && atS <= endS + AFTER_S);
  const { startS, endS, maneuver } = about ?? { startS: atS, endS: atS, maneuver: LESSON };
  return { kind: 'mark', startS, endS, maneuver, atS, text: body.text };
}

const helpBody = ({
  help,
  startS,
  endS,
  maneuver,
}: Extract<LiveNoteBody, { kind: 'help' }>): StatementBody => ({
  kind: 'help',
  startS,
  endS,
  maneuver,
  help,
  flownBy: flownByWith(help),
});
