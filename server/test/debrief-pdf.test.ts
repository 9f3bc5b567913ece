/** What stands on the debrief's paper, without drawing it. */

import { randomUUID } from 'node:crypto';
import { type KeelTrace, type RecordingView, type Score, UTC } from '@keel/core';
import { definition } from '../src/debrief/debrief-pdf.ts';
import { withJudgedSpans } from '../src/debrief/judged-spans.ts';
import { keelSvg } from '../src/debrief/keel-svg.ts';
import { analysed, flightCsv, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
let recording: RecordingView;
beforeAll(async () => {
  school = await openSchool();
  const { id } = await (
    await school.instructor.upload(flightCsv(91), { studentId: school.student.id })
  ).json();
  const { score } = (await analysed(school.instructor, id)) as { score: Score };
  const [{ startS, endS, maneuver }] = score.attempts;
  const say = (body: object) =>
    school.instructor.call('POST', `/recordings/${id}/statements`, {
      id: randomUUID(),
      body: { startS, endS, maneuver, ...body },
    });
  await say({ kind: 'grade', grade: 2 });
  await say({ kind: 'comment', text: 'Quiet hands.' });
  await say({ kind: 'next-time', text: 'Stop the roll, then pull.' });
  await say({ kind: 'observed', item: 'eyes-inside', seen: true });
  await say({ kind: 'next-time', text: 'Look out first.', maneuver: 'lesson' });
  recording = await analysed(school.instructor, id);
});
afterAll(() => school.close());

const textOf = (value: unknown): string => JSON.stringify(value);

test('the student, each attempt with verdict, grade, evidence and what to try', () => {
  const text = textOf(definition(recording, UTC).content);
  for (const part of [
    'student',
    '1. Steep turn left',
    '2. Steep turn right',
    'Not yet to standard',
    'grade 2, with help',
    'seen: eyes inside most of the way',
    'Overbanked',
    'Quiet hands.',
    'Stop the roll, then pull.',
    'Look out first.',
    '<svg',
  ])
    expect(text).toContain(part);
});

test('what went well comes first, then what went first, and one thing for next time', () => {
  const text = textOf(definition(recording, UTC).content);
  const [well, first, next] = ['Went well', 'First out of tolerance', 'One thing for next time'].map(
    (words) => text.indexOf(words, text.indexOf('1. Steep turn left')),
  );
  expect(well).toBeGreaterThan(0);
  expect(first).toBeGreaterThan(well);
  expect(next).toBeGreaterThan(first);
});

test('a parked fault is not pressed, a critical one is never parked', () => {
  const parked = textOf(definition({ ...recording, parked: ['steep-turn/overbank'] }, UTC).content);
  expect(parked).not.toContain('Overbanked');
  const attempts = recording.score!.attempts.map((attempt) => ({
    ...attempt,
    findings: attempt.findings.map((finding) => ({ ...finding, severity: 'critical' as const })),
  }));
  const critical = {
    ...recording,
    parked: ['steep-turn/overbank'],
    score: { ...recording.score!, attempts },
  };
  expect(textOf(definition(critical, UTC).content)).toContain('Overbanked');
});

test('on every page it says that it signs nothing', () => {
  expect(definition(recording, UTC).pageSize).toBe('A4');
  expect(definition(recording, UTC, undefined, undefined, 'letter').pageSize).toBe('LETTER');
  const { footer } = definition(recording, UTC);
  if (typeof footer !== 'function') throw new Error('no footer');
  expect(textOf(footer(1, 2, {} as never))).toContain('not a sign-off');
});

test('the small keel as SVG: a lane a parameter, what is out drawn to its side', () => {
  const svg = keelSvg([{ parameter: 'bank', used: [0, 1.5, null, -1.6, 0] }], { bank: 'Bank' });
  expect(svg).toContain('>Bank</text>');
  expect(svg.match(/stroke="#2a5db0"/g)).toHaveLength(1);
  expect(svg.match(/stroke="#b9500c"/g)).toHaveLength(1);
  // Two strokes of the pen, for there is a hole between.
  expect(svg.match(/d="[^"]*"/)![0].match(/M/g)).toHaveLength(2);
});

test('a keel kept from before lanes said where they are judged', () => {
  const [attempt] = recording.score!.attempts;
  const old = {
    timeS: [0],
    track: null,
    lanes: [{ parameter: 'altitude' }, { parameter: 'heading' }],
  } as unknown as KeelTrace;
  const [altitude, heading] = withJudgedSpans(old, attempt).lanes;
  expect(altitude.judgedS).toEqual([[attempt.startS, attempt.endS]]);
  expect(heading.judgedS).toEqual([]);
});
