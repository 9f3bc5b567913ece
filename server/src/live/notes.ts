/** What was said while it was flown: kept at once, and said of the recording as soon as there is one that has a score. */
import { LESSON, type LiveNoteBody, type Score, type StatementBody } from '@keel/core';
import type { EntityManager } from 'typeorm';
import {
  LiveBatchEntity,
  LiveFlightEntity,
  type LiveNote,
  LiveNoteEntity,
  StatementEntity,
} from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { type Clocks, clocksOf, flightTimeAt } from './clocks.ts';

/** A mark so near to an attempt is about it, s. */
const BEFORE_S = 10;
const AFTER_S = 40;

export async function clocksOfFlight(
  manager: EntityManager,
  { schoolId, id: flightId }: { schoolId: string; id: string },
): Promise<Clocks | null> {
  const sent = await manager.find(LiveBatchEntity, {
    select: { lastTime: true, clockMs: true, receivedAt: true },
    where: { schoolId, flightId },
    order: { seq: 'ASC' },
  });
  return clocksOf(
    sent.map(({ lastTime, clockMs, receivedAt }) => ({
      lastTime,
      clockMs,
      receivedMs: receivedAt.getTime(),
    })),
  );
}

/** Says of a recording what waits for it. Said again, it is the same word. */
export async function sayNotes(
  manager: EntityManager,
  { schoolId, id: recordingId }: { schoolId: string; id: string },
  score: Score,
): Promise<void> {
  const flight = await manager.findOneBy(LiveFlightEntity, { schoolId, recordingId });
  if (!flight) return;
  const waiting = await manager.findBy(LiveNoteEntity, {
    schoolId,
    flightId: flight.id,
    said: false,
    undone: false,
  });
  if (waiting.length === 0) return;
  const clocks = await clocksOfFlight(manager, flight);
  for (const note of waiting) {
    const body = bodyOf(note, clocks, score);
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

function bodyOf({ at, body }: LiveNote, clocks: Clocks | null, score: Score): StatementBody {
  if (body.kind === 'help') return helpBody(body);
  const { durationS } = score.recording;
  const atS = Math.min(durationS, Math.max(0, clocks ? flightTimeAt(clocks, at.getTime()) : 0));
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
  flownBy: help === 'demonstration' || help === 'deliberate-error' ? 'instructor' : 'student',
});
