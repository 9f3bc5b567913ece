/** What is sent with an id of the client's own may be sent again, also at the same moment: it is there once, and nobody hears otherwise. */
import { randomUUID } from 'node:crypto';
import { openStudent, type TestStudent } from './support/student.ts';

let one: TestStudent;
beforeAll(async () => {
  one = await openStudent();
});
afterAll(() => one.school.close());

const flownAt = '2026-11-02T10:00:00Z';
const time = { startS: 0, endS: 10, maneuver: 'lesson' };

const sent: [string, () => string, () => object][] = [
  [
    'a statement',
    () => `/recordings/${one.recordingId}/statements`,
    () => ({ body: { kind: 'comment', ...time, text: 'Held it.' } }),
  ],
  [
    'an attempt by hand',
    () => one.at('/entered-attempts'),
    () => ({
      body: {
        maneuver: 'steep-turn',
        variant: 'left',
        flownAt,
        help: 'prompted',
        grade: 2,
        words: '',
        lessonId: null,
      },
    }),
  ],
  ['a gate', () => one.at('/gates/english'), () => ({ body: { words: 'heard it' } })],
  [
    'an agreement',
    () => one.at('/agreements'),
    () => ({ body: { kind: 'agreed', what: 'recordings', on: '2026-11-01' } }),
  ],
  [
    'a landing',
    () => one.at('/landings'),
    () => ({ body: { kind: 'full-stop', count: 2, flownAt, unaided: true } }),
  ],
  [
    'a booking',
    () => '/bookings',
    () => ({
      kind: 'lesson',
      from: '2026-12-02T10:00:00Z',
      until: '2026-12-02T11:00:00Z',
      studentId: one.school.student.id,
      instructorId: one.school.instructor.id,
      airplaneId: 'cairn-4',
    }),
  ],
  [
    'a mark',
    () => `/lessons/${one.lessonId}/notes`,
    () => ({ atMs: Date.now(), body: { kind: 'mark', text: 'late' } }),
  ],
];

test.each(sent)('%s, six times at once', async (_what, path, body) => {
  const json = { id: randomUUID(), ...body() };
  const answers = await Promise.all(
    Array.from({ length: 6 }, () => one.school.instructor.call('POST', path(), json)),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
});
