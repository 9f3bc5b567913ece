/** A figure leads to its moment; that every figure of every room does is held with its habits. */
import { flownAttempts } from '../testing/flown-attempts.ts';
import { evidenceIn } from './evidence-in.ts';
import { reasonOf } from './reason.ts';

test('the verdict’s “no stall was flown” leads to where the recovery began', () => {
  const [attempt] = flownAttempts('power-off-stall', 'power-off-stall/wrong-cue');
  const failed = attempt.requirements.find(({ held }) => held === false)!;
  const pieces = evidenceIn(reasonOf(attempt, 'examiner'), attempt);
  expect(pieces.find(({ atS }) => atS !== undefined)?.atS).toBe(failed.atS);
});
