/** A lesson tapped in the right seat with nothing connected: graded by hand when it is over, and joined with what a recording shows. */
import { randomUUID } from 'node:crypto';
import type { EnteredAttempt, Lesson, LiveNoteBody, Path } from '@keel/core';
import { analysed, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const BEGAN_MS = Date.parse('2026-06-01T09:00:00Z');

/** The same flight with the time of day in place of its own seconds. */
function withClock(csv: string): string {
  return csv
    .split('\n')
    .map((line) => {
      if (line.startsWith('#') || line === '') return line;
      const [time = '', ...cells] = line.split(',');
      return [
        time === 'time_s' ? 'utc' : new Date(BEGAN_MS + 1000 * Number(time)).toISOString(),
        ...cells,
      ].join();
    })
    .join('\n');
}

async function openLesson() {
  const { instructor, student } = school;
  const input = { ...lessonInput(student.id), plannedAt: '2026-06-01T08:45:00Z' };
  const lesson: Lesson = await (await instructor.call('POST', '/lessons', input)).json();
  const path = `/lessons/${lesson.id}/notes`;
  return {
    lesson,
    async say(atS: number, body: LiveNoteBody, id: string = randomUUID()) {
      const note = { id, atMs: Math.round(BEGAN_MS + 1000 * atS), body };
      expect((await instructor.call('POST', path, note)).status).toBe(201);
      expect((await instructor.call('POST', path, note)).status).toBe(200);
      return id;
    },
    undo: async (id: string) => expect((await instructor.call('DELETE', `${path}/${id}`)).status).toBe(204),
    async byHand(): Promise<EnteredAttempt[]> {
      const { byHand }: Path = await (await instructor.call('GET', `/students/${student.id}/path`)).json();
      return byHand.filter(({ lessonId }) => lessonId === lesson.id);
    },
  };
}

const flown = (
  attempt: string,
  maneuver: 'steep-turn' | 'slow-flight',
  variant: string,
  beganS: number,
  endedS: number,
): LiveNoteBody => ({
  kind: 'attempt',
  attempt,
  maneuver,
  variant,
  beganMs: BEGAN_MS + Math.round(1000 * beganS),
  endedMs: BEGAN_MS + Math.round(1000 * endedS),
});

test('nothing counts before the lesson is over; said otherwise it is taken back and entered anew; undone it is gone', async () => {
  const { say, undo, byHand } = await openLesson();
  const [one, two] = [randomUUID(), randomUUID()];
  await say(60, flown(one, 'steep-turn', 'left', 0, 60));
  await say(65, { kind: 'mark', text: 'late', attempt: one });
  await say(70, { kind: 'attempt-help', attempt: one, help: 'unaided' });
  await say(71, { kind: 'attempt-grade', attempt: one, grade: 2 });
  await say(160, flown(two, 'steep-turn', 'right', 100, 160));
  expect(await byHand()).toEqual([]);

  const over = await say(400, { kind: 'over', startedMs: BEGAN_MS, stoppedMs: BEGAN_MS + 400_000 });
  expect(await byHand()).toMatchObject([
    { maneuver: 'steep-turn', variant: 'left', grade: 2, help: 'unaided', words: 'late', withdrawn: null },
  ]);
  await say(500, { kind: 'attempt-grade', attempt: one, grade: 3 });
  const standing = (await byHand()).filter(({ withdrawn }) => !withdrawn);
  expect(standing).toMatchObject([{ grade: 3 }]);
  expect((await byHand()).find(({ grade }) => grade === 2)?.withdrawn?.why).toMatch(/otherwise/);
  await undo(over);
  expect((await byHand()).filter(({ withdrawn }) => !withdrawn)).toEqual([]);
});

test('what was said first is said again: the same grade stands, once, and what was taken back at the desk stays so', async () => {
  const { lesson, say, byHand } = await openLesson();
  const one = randomUUID();
  await say(60, flown(one, 'steep-turn', 'left', 0, 60));
  await say(61, { kind: 'attempt-help', attempt: one, help: 'unaided' });
  await say(62, { kind: 'attempt-grade', attempt: one, grade: 2 });
  await say(400, { kind: 'over', startedMs: BEGAN_MS, stoppedMs: BEGAN_MS + 400_000 });
  for (const [atS, grade] of [
    [500, 3],
    [510, 2],
    [520, 3],
    [530, 2],
  ] as const)
    await say(atS, { kind: 'attempt-grade', attempt: one, grade });
  const standing = async () => (await byHand()).filter(({ withdrawn }) => !withdrawn);
  expect(await standing()).toMatchObject([{ grade: 2 }]);
  const [{ id }] = (await standing()) as [EnteredAttempt];
  await school.instructor.call('POST', `/students/${lesson.student.id}/entered-attempts/${id}/withdraw`, {
    why: 'another student',
  });
  await say(600, { kind: 'mark', text: 'a word of the lesson' });
  expect(await standing()).toEqual([]);
});

test('a recording that comes later takes their place: help, grade and marks lie on what was found, the rest stays by hand', async () => {
  const { instructor, student } = school;
  const { lesson, say, byHand } = await openLesson();
  const file = withClock(flightCsv(811));
  const found = (
    await analysed(
      instructor,
      (
        await (
          await instructor.upload(withClock(flightCsv(811)).replaceAll('2026-06-01', '2026-05-01'), {
            studentId: student.id,
          })
        ).json()
      ).id,
    )
  ).score.attempts;
  const [left, right] = found;
  const [one, two, slow] = [randomUUID(), randomUUID(), randomUUID()];
  await say(left.endS + 2, flown(one, 'steep-turn', 'left', left.startS + 3, left.endS + 2));
  await say(left.startS + 20, { kind: 'mark', text: 'rudder', attempt: one });
  await say(left.endS + 5, { kind: 'attempt-help', attempt: one, help: 'prompted' });
  await say(left.endS + 6, { kind: 'attempt-grade', attempt: one, grade: 1 });
  await say(left.endS + 9, { kind: 'attempt-grade', attempt: one, grade: 2 });
  await say(right.endS + 4, flown(two, 'steep-turn', 'right', right.startS, right.endS + 4));
  await say(right.endS + 6, { kind: 'attempt-help', attempt: two, help: 'unaided' });
  await say(right.endS + 7, { kind: 'attempt-grade', attempt: two, grade: 3 });
  await say(2000, flown(slow, 'slow-flight', 'clean', 1900, 2000));
  await say(2001, { kind: 'attempt-help', attempt: slow, help: 'unaided' });
  await say(2002, { kind: 'attempt-grade', attempt: slow, grade: 3 });
  await say(2100, { kind: 'over', startedMs: BEGAN_MS, stoppedMs: BEGAN_MS + 2_100_000 });
  expect(await byHand()).toHaveLength(3);

  const { id } = await (await instructor.upload(file, { studentId: student.id, lessonId: lesson.id })).json();
  const { statements } = await analysed(instructor, id);
  const said = (kind: string) =>
    statements
      .filter(({ body }: { body: { kind: string } }) => body.kind === kind)
      .map(({ body }: { body: unknown }) => body);
  expect(said('grade')).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ grade: 2, startS: left.startS, maneuver: 'steep-turn' }),
      expect.objectContaining({ grade: 3, startS: right.startS }),
    ]),
  );
  expect(said('grade')).toHaveLength(2);
  expect(said('help')).toHaveLength(2);
  expect(said('mark')).toMatchObject([{ text: 'rudder', startS: left.startS }]);
  expect(Math.abs(said('mark')[0].atS - left.startS - 20)).toBeLessThan(0.3);
  const entered = await byHand();
  expect(entered.filter(({ withdrawn }) => !withdrawn)).toMatchObject([
    { maneuver: 'slow-flight', grade: 3 },
  ]);
  expect(entered.filter(({ withdrawn }) => withdrawn).map(({ withdrawn }) => withdrawn?.why)).toEqual([
    'Recorded: it stands at Debrief.',
    'Recorded: it stands at Debrief.',
  ]);
  // Said of an attempt that is at Debrief: it goes there, and nothing is graded twice.
  await say(3000, { kind: 'mark', text: 'held altitude', attempt: two });
  expect((await byHand()).filter(({ withdrawn }) => !withdrawn)).toHaveLength(1);
});

test('a student taps nothing, and what is no attempt is refused', async () => {
  const { lesson } = await openLesson();
  const note = { id: randomUUID(), atMs: BEGAN_MS, body: flown(randomUUID(), 'steep-turn', 'left', 0, 60) };
  expect((await school.student.call('POST', `/lessons/${lesson.id}/notes`, note)).status).toBe(403);
  for (const wrong of [{ maneuver: 'barrel-roll' }, { endedMs: 'soon' }, { attempt: 'one' }]) {
    const body = { ...note.body, ...wrong };
    expect(
      (await school.instructor.call('POST', `/lessons/${lesson.id}/notes`, { ...note, body })).status,
    ).toBe(422);
  }
});
