import { createHash, randomUUID } from 'node:crypto';
import {
  findAirplane,
  findStandard,
  KNOTS,
  readRecordingCsv,
  type Score,
  scoreRecording,
  wordedScore,
} from '@keel/core';
import { RecordingEntity } from '../src/db/entities.ts';
import { changesBetween } from '../src/debrief/changes-between.ts';
import { analysed, asOwner, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

/** Uploads and waits for the score. */
async function uploaded(file: string, fields: Record<string, string> = {}) {
  const answer = await school.instructor.upload(file, { studentId: school.student.id, ...fields });
  expect(answer.status).toBe(201);
  return analysed(school.instructor, (await answer.json()).id);
}

test('the score is the core’s own, for the same file', async () => {
  const file = flightCsv(11);
  const { score } = await uploaded(file, { weightLb: '2200', groundFt: '1900' });
  const direct = scoreRecording(readRecordingCsv(file), {
    standard: findStandard('faa-private')!,
    airplane: findAirplane('cairn-4'),
    weightLb: 2200,
    groundFt: 1900,
    recordingSha256: createHash('sha256').update(file).digest('hex'),
  });
  expect(score).toEqual(JSON.parse(JSON.stringify(wordedScore(direct, KNOTS))));
});

test('the original bytes come back as they came', async () => {
  const file = `\uFEFF${flightCsv(12).replaceAll('\n', '\r\n')}`;
  const { id, sha256 } = await uploaded(file);
  const answer = await school.student.call('GET', `/recordings/${id}/file`);
  const bytes = Buffer.from(await answer.arrayBuffer());
  expect(bytes).toEqual(Buffer.from(file));
  expect(createHash('sha256').update(bytes).digest('hex')).toBe(sha256);
});

test('the same file twice is recognised', async () => {
  const file = flightCsv(14);
  const { id } = await uploaded(file);
  const again = await school.instructor.upload(file, { studentId: school.student.id });
  expect(again.status).toBe(200);
  expect(await again.json()).toEqual({ id, duplicate: true });
});

test('two uploads of the same file at once make one recording', async () => {
  const send = () => school.instructor.upload(flightCsv(15), { studentId: school.student.id });
  const ids = await Promise.all([send(), send()].map(async (answer) => (await (await answer).json()).id));
  expect(ids[0]).toBe(ids[1]);
});

test('a file that cannot be read is refused with its place, and nothing is kept of it', async () => {
  const before = await school.database.getRepository(RecordingEntity).count();
  const answer = await school.instructor.upload('time_s,alt_ft,ias_kt,hdg_deg\n0,4500,95,1\n1,high,95,1\n', {
    studentId: school.student.id,
  });
  expect(answer.status).toBe(422);
  expect((await answer.json()).detail).toMatch(
    /flight\.csv, line 3, column 2 \(alt_ft\): "high" is not a number/,
  );
  expect(await school.database.getRepository(RecordingEntity).count()).toBe(before);
});

test.each([
  [{ airplaneId: 'no-such' }, 404, /airplane/],
  [{ standardId: 'no-such' }, 404, /standard/],
  [{ weightLb: 'heavy' }, 422, /weightLb: a number from 100 to 20000/],
  [{ lessonId: randomUUID() }, 404, /lesson/],
])('an upload with %j is refused', async (fields, status, words) => {
  const answer = await school.instructor.upload(flightCsv(16), { studentId: school.student.id, ...fields });
  expect(answer.status).toBe(status);
  expect((await answer.json()).detail).toMatch(words);
});

test('more than 50 MB is refused before it is read', async () => {
  const answer = await school.instructor.upload('x'.repeat(51 * 1024 * 1024), {
    studentId: school.student.id,
  });
  expect(answer.status).toBe(413);
  expect((await answer.json()).detail).toMatch(/50 MB/);
});

test('a lesson’s weight, ground and brief go into the score of its recording', async () => {
  const lesson = await (
    await school.instructor.call('POST', '/lessons', lessonInput(school.student.id))
  ).json();
  const { score, lessonTitle } = await uploaded(flightCsv(17), { lessonId: lesson.id });
  expect(lessonTitle).toBe('Steep turns');
  expect(score).toMatchObject({ weightLb: 2240, groundFt: 1900 });
  expect(score.attempts[0].brief).toMatchObject({ altitudeFt: 4500, bankDeg: 45, headingDeg: 360 });
});

describe('what was said', () => {
  const say = (who: 'instructor' | 'student', recordingId: string, body: object, id = randomUUID()) =>
    school[who].call('POST', `/recordings/${recordingId}/statements`, { id, body });
  const spanOf = ({ score }: { score: Score }, i: number) => {
    const { startS, endS, maneuver } = score.attempts[i];
    return { startS, endS, maneuver };
  };

  test('grades and comments survive a re-score, and an older score is kept', async () => {
    const recording = await uploaded(flightCsv(21));
    const span = spanOf(recording, 1);
    await say('instructor', recording.id, { kind: 'grade', ...span, grade: 3 });
    await say('instructor', recording.id, { kind: 'comment', ...span, text: 'Eyes out.' });
    const rescored = await school.instructor.call('POST', `/recordings/${recording.id}/rescore`, {});
    expect(await rescored.json()).toEqual({ changes: [] });
    const after = await analysed(school.instructor, recording.id);
    expect(after.statements.map((s: { body: { kind: string } }) => s.body.kind)).toEqual([
      'grade',
      'comment',
    ]);
    const [{ count }] = await school.database.query(
      'SELECT count(*)::int FROM score WHERE recording_id = $1',
      [recording.id],
    );
    expect(count).toBe(2);
  });

  test('a discarded attempt goes, what was said of it stays, and the discard can be taken back', async () => {
    const recording = await uploaded(flightCsv(22));
    const span = spanOf(recording, 0);
    await say('instructor', recording.id, { kind: 'grade', ...span, grade: 2 });
    await say('instructor', recording.id, { kind: 'discard', ...span, discarded: true });
    const without = await analysed(school.instructor, recording.id);
    expect(without.score.attempts.map((a: { variant: string }) => a.variant)).toEqual(['right']);
    expect(without.statements).toHaveLength(2);
    await say('instructor', recording.id, { kind: 'discard', ...span, discarded: false });
    expect((await analysed(school.instructor, recording.id)).score.attempts).toHaveLength(2);
  });

  test('moved edges are scored anew', async () => {
    const recording = await uploaded(flightCsv(23));
    const span = spanOf(recording, 0);
    await say('instructor', recording.id, {
      kind: 'edges',
      ...span,
      newStartS: span.startS - 3,
      newEndS: span.endS,
    });
    const after = await analysed(school.instructor, recording.id);
    expect(after.score.attempts[0].startS).toBeCloseTo(span.startS - 3, 2);
  });

  test('sending the same twice is harmless', async () => {
    const recording = await uploaded(flightCsv(24));
    const id = randomUUID();
    const body = { kind: 'grade', ...spanOf(recording, 0), grade: 4 };
    await say('instructor', recording.id, body, id);
    const second = await say('instructor', recording.id, body, id);
    expect(second.status).toBe(200);
    expect(await second.json()).toHaveLength(1);
  });

  test('a student grades only themselves, and nobody does it for them', async () => {
    const recording = await uploaded(flightCsv(25));
    const span = spanOf(recording, 0);
    const own = { kind: 'self-grade', ...span, grade: 3, beforeVerdict: true };
    expect((await say('student', recording.id, own)).status).toBe(201);
    expect((await say('instructor', recording.id, own)).status).toBe(403);
    for (const body of [
      { kind: 'grade', ...span, grade: 4 },
      { kind: 'override', ...span, verdict: 'satisfactory', reason: 'please' },
      { kind: 'discard', ...span, discarded: true },
      { kind: 'help', ...span, help: 'unaided', flownBy: 'student' },
    ]) {
      expect((await say('student', recording.id, body)).status).toBe(403);
    }
  });

  test('an override without a reason is refused; with one it stands on the path', async () => {
    const recording = await uploaded(flightCsv(26));
    const span = spanOf(recording, 0);
    expect(
      (
        await say('instructor', recording.id, {
          kind: 'override',
          ...span,
          verdict: 'satisfactory',
          reason: ' ',
        })
      ).status,
    ).toBe(422);
    await say('instructor', recording.id, {
      kind: 'override',
      ...span,
      verdict: 'not-scored',
      reason: 'Wake of another airplane.',
    });
    const behind = `/students/${school.student.id}/path/steep-turn`;
    const attempts = await (await school.student.call('GET', behind)).json();
    const attempt = attempts.find((a: { recordingId: string }) => a.recordingId === recording.id);
    expect(attempt).toMatchObject({ verdict: 'not-scored', overridden: true, examiner: 'unsatisfactory' });
  });
});

test('what a re-score changed is said in words', async () => {
  const { score } = await uploaded(flightCsv(27));
  const changed: Score = structuredClone(score);
  changed.attempts[0].examiner = 'satisfactory';
  changed.attempts.pop();
  expect(changesBetween(score, changed)).toEqual([
    'Attempt 1, Steep turn left: Examiner was “Not yet to standard”, is “To standard”.',
    'Attempt 2, Steep turn right, is no longer found.',
  ]);
  expect(changesBetween(changed, score)[1]).toBe('Attempt 2, Steep turn right, is new.');
  const unknown: Score = structuredClone(score);
  unknown.attempts[0].variant = null;
  expect(changesBetween(score, unknown)).toEqual(['Attempt 1, Steep turn left, is now Steep turn.']);
  expect(changesBetween(score, score)).toEqual([]);
});

test('a tap writes the row of its own attempt alone', async () => {
  const { id, score } = await uploaded(flightCsv(77));
  expect(score.attempts.length).toBeGreaterThan(1);
  const owner = await asOwner(school);
  const versions = async (table: string) =>
    (
      await owner.query(`SELECT attempt, xmin::text AS written FROM ${table} WHERE recording_id = $1`, [id])
    ).rows.sort((a, b) => a.attempt - b.attempt);
  try {
    const [rows, faults] = [await versions('attempt'), await versions('attempt_finding')];
    const [{ startS, endS, maneuver }] = score.attempts;
    const answer = await school.instructor.call('POST', `/recordings/${id}/statements`, {
      id: randomUUID(),
      body: { kind: 'grade', startS, endS, maneuver, grade: 3 },
    });
    expect(answer.status).toBe(201);
    const after = await versions('attempt');
    expect(after.filter(({ written }, i) => written !== rows[i].written)).toHaveLength(1);
    expect(after[0].written).not.toBe(rows[0].written);
    const others = (all: { attempt: number }[]) => all.filter(({ attempt }) => attempt !== 0);
    expect(others(await versions('attempt_finding'))).toEqual(others(faults));
  } finally {
    await owner.end();
  }
});
