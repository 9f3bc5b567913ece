/**
 * Attempts that were tapped in the right seat. Where a recording shows them, what was said of them is said of what was found;
 * what no recording shows is graded by hand, once the lesson is over. What is graded by hand is never changed: said otherwise
 * it is taken back, with the reason, and entered anew.
 */
import {
  enteredFromSeat,
  flownByWith,
  hashOf,
  matchSeat,
  type SaidNote,
  type Score,
  type SeatAttempt,
  type StatementBody,
  seatAttempts,
} from '@keel/core';
import type { EntityManager } from 'typeorm';
import { v5 as uuidFrom } from 'uuid';
import {
  EnteredAttemptEntity,
  LessonEntity,
  type LiveNote,
  LiveNoteEntity,
  SchoolEntity,
  StatementEntity,
} from '../db/entities.ts';
import { insertNew } from '../db/insert-new.ts';
import { writeRecords } from '../path/skill-records.ts';

interface OfLesson {
  schoolId: string;
  lessonId: string;
}

const RECORDED = 'Recorded: it stands at Debrief.';
const SAID_OTHERWISE = 'Said otherwise in the right seat.';

const notesOf = (manager: EntityManager, { schoolId, lessonId }: OfLesson): Promise<LiveNote[]> =>
  manager.findBy(LiveNoteEntity, { schoolId, lessonId });

const asSaid = ({ id, at, body, undone }: LiveNote): SaidNote => ({ id, atMs: at.getTime(), body, undone });

/** The notes that were said of one tapped attempt. */
const about = (notes: readonly LiveNote[], attempt: string) =>
  notes.filter(({ body }) => 'attempt' in body && body.attempt === attempt);

/**
 * Brings what was graded by hand to what was tapped: nothing before the lesson is over, and nothing that a recording shows.
 * @param recorded ids of tapped attempts that a recording shows
 */
export async function enterSeat(
  manager: EntityManager,
  { schoolId, lessonId }: OfLesson,
  recorded: ReadonlySet<string> = new Set(),
  notes?: readonly LiveNote[],
): Promise<void> {
  notes ??= await notesOf(manager, { schoolId, lessonId });
  // Nothing was ever graded by hand of a lesson that never was over: a tap in the air ends here.
  if (!notes.some(({ body }) => body.kind === 'over')) return;
  const isOver = notes.some(({ body, undone }) => body.kind === 'over' && !undone);
  const tapped = seatAttempts(notes.map(asSaid));
  const known = new Set(notes.flatMap(({ body }) => (body.kind === 'attempt' ? [body.attempt] : [])));
  if (known.size === 0) return;
  const lesson = await manager.findOneByOrFail(LessonEntity, { schoolId, id: lessonId });
  const there = (await manager.findBy(EnteredAttemptEntity, { schoolId, lessonId })).filter(
    ({ body }) => body.seatAttempt !== undefined && known.has(body.seatAttempt),
  );
  const touched = new Set<string>();
  const wanted = new Set<string>();
  for (const one of tapped) {
    const body = isOver && !recorded.has(one.id) ? enteredFromSeat(one, lessonId) : null;
    const [said] = about(notes, one.id);
    if (!body || !said) continue;
    // The same word again, after another: it is entered anew, unless it stands or somebody at the desk took it back.
    const hash = hashOf(body);
    const same = there.filter((row) => row.body.seatAttempt === one.id && hashOf(row.body) === hash);
    const holds = same.find(({ withdrawn }) => withdrawn?.why !== SAID_OTHERWISE);
    if (holds) {
      wanted.add(holds.id);
      continue;
    }
    const id = uuidFrom(`${hash} ${same.length}`, one.id);
    wanted.add(id);
    const row = { schoolId, id, studentId: lesson.studentId, authorId: said.authorId, lessonId, body };
    if (await insertNew(manager, EnteredAttemptEntity, row)) touched.add(one.maneuver);
  }
  for (const { id, body, authorId, withdrawn } of there) {
    if (withdrawn || wanted.has(id)) continue;
    const why = recorded.has(body.seatAttempt ?? '') ? RECORDED : SAID_OTHERWISE;
    await manager.update(
      EnteredAttemptEntity,
      { schoolId, id },
      { withdrawn: { by: authorId, at: new Date().toISOString(), why } },
    );
    if (body.maneuver) touched.add(body.maneuver);
  }
  const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
  await writeRecords(manager, school, lesson.studentId, touched);
}

/** Tapped attempts and found ones, where no clock joins them: of each maneuver in order, if there are as many of both. */
function inOrder(tapped: readonly SeatAttempt[], found: Score['attempts']): ReturnType<typeof matchSeat> {
  const of = <T extends { maneuver: string }>(all: readonly T[], maneuver: string) =>
    all.filter((one) => one.maneuver === maneuver);
  return new Map(
    [...new Set(tapped.map(({ maneuver }) => maneuver))].flatMap((maneuver) => {
      const [mine, theirs] = [of(tapped, maneuver), of(found, maneuver)];
      return mine.length === theirs.length
        ? mine.map((one, i) => [one.id, theirs[i]!] as [string, Score['attempts'][number]])
        : [];
    }),
  );
}

/** Says of a recording what was tapped of its attempts. Without a common clock nothing else of the lesson is graded by hand. */
export async function joinSeat(
  manager: EntityManager,
  recording: { schoolId: string; id: string; lessonId: string },
  score: Score,
  timeAt: ((serverMs: number) => number) | null,
): Promise<void> {
  const { schoolId, id: recordingId, lessonId } = recording;
  const notes = await notesOf(manager, { schoolId, lessonId });
  const tapped = seatAttempts(notes.map(asSaid));
  if (tapped.length === 0) return;
  const matched = timeAt ? matchSeat(tapped, score.attempts, timeAt) : inOrder(tapped, score.attempts);
  for (const one of tapped) {
    const found = matched.get(one.id);
    if (!found) continue;
    const { startS, endS, maneuver } = found;
    const interval = { startS, endS, maneuver };
    for (const note of about(notes, one.id)) {
      if (note.said || note.undone) continue;
      const body = ((): StatementBody | null => {
        const { body: said } = note;
        if (said.kind === 'attempt-help' && said.help === one.help)
          return { kind: 'help', ...interval, help: said.help, flownBy: flownByWith(said.help) };
        if (said.kind === 'attempt-grade' && said.grade === one.grade)
          return { kind: 'grade', ...interval, grade: said.grade };
        if (said.kind !== 'mark') return null;
        const atS = Math.min(endS, Math.max(startS, timeAt?.(note.at.getTime()) ?? endS));
        return { kind: 'mark', ...interval, atS, text: said.text };
      })();
      const { id, authorId } = note;
      if (body)
        await insertNew(manager, StatementEntity, {
          schoolId,
          id,
          recordingId,
          authorId,
          scoreId: null,
          body,
        });
      await manager.update(LiveNoteEntity, { schoolId, id }, { said: true });
    }
  }
  const recorded = timeAt ? matched.keys() : tapped.map(({ id }) => id);
  await enterSeat(manager, { schoolId, lessonId }, new Set(recorded), notes);
}
