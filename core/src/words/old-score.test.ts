/** Scores of version 1, as they were stored: read, shown in the words that they were written in, and never taken apart. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { anyScoreSchema, readScore } from '../debrief/old-score.ts';
import { scoreSchema } from '../debrief/score.ts';
import { KNOTS } from './figures.ts';
import { happened } from './happened.ts';
import { reasonSaid, wentFirst } from './reason.ts';
import { textOf } from './say.ts';
import { takenAlong } from './take-along.ts';
import { wordedScore } from './worded-score.ts';

const FOLDER = join(import.meta.dirname, '..', 'testing', 'old-scores');
const old = (name: string) => JSON.parse(readFileSync(join(FOLDER, `${name}.json`), 'utf8'));
const NAMES = ['power-off-stall.wing-drop.gimmer-2', 'steep-turn.overbank.sedge-2'];

test.each(NAMES)('%s: what it said it says still, and its verdicts stay', (name) => {
  const written = old(name);
  const score = readScore(written);
  expect(scoreSchema.safeParse(score).error).toBeUndefined();
  const worded = wordedScore(score, { speed: 'mph' });
  expect(worded.recording.warnings).toEqual(written.recording.warnings);
  worded.attempts.forEach((attempt, i) => {
    const was = written.attempts[i];
    expect([attempt.strict, attempt.examiner, attempt.wentFirst]).toEqual([
      was.strict,
      was.examiner,
      was.wentFirst,
    ]);
    expect(attempt.missing).toEqual(was.missing);
    for (const part of ['findings', 'requirements', 'chain'] as const)
      for (const [k, one] of was[part].entries()) expect(attempt[part][k]).toMatchObject(one);
    expect(attempt.parameters).toEqual(was.parameters);
  });
});

test.each(NAMES)(
  '%s: every view of it has words, and none of its figures opens a moment but the chain’s',
  (name) => {
    const [attempt] = readScore(old(name)).attempts;
    expect(textOf(wentFirst(attempt, KNOTS)?.rest ?? [])).not.toBe('');
    expect(wentFirst(attempt, KNOTS)?.rest.every(({ atS }) => atS === undefined)).toBe(true);
    for (const { title } of happened(attempt, KNOTS)) expect(textOf(title)).toMatch(/\.$/);
    expect(textOf(reasonSaid(attempt, 'strict', KNOTS))).toMatch(/\.$/);
    expect(takenAlong(attempt, { observed: [], nextTime: null }, [], KNOTS).first).not.toBeNull();
  },
);

test('what is neither version is refused', () => {
  expect(anyScoreSchema.safeParse({ ...old(NAMES[0]), version: 3 }).success).toBe(false);
  expect(anyScoreSchema.safeParse({}).success).toBe(false);
});
