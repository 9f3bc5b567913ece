/** Every figure in what is said of an attempt leads to a moment inside it, and the sentence stays whole. */
import { rooms } from '../maneuvers/registry.ts';
import { flownAttempts } from '../testing/flown-attempts.ts';
import { evidenceIn } from './evidence-in.ts';
import { reasonOf } from './reason.ts';

test.each(rooms.filter(({ clears }) => !clears).map(({ id, pilot }) => [id, pilot.habits] as const))(
  '%s',
  (maneuver, habits) => {
    let figures = 0;
    let links = 0;
    for (const habit of habits.slice(0, 4))
      for (const attempt of flownAttempts(maneuver, `${maneuver}/${habit}`)) {
        const sentences = [
          attempt.wentFirst ?? '',
          reasonOf(attempt, 'examiner'),
          reasonOf(attempt, 'strict'),
        ];
        for (const sentence of sentences) {
          const pieces = evidenceIn(sentence, attempt);
          expect(pieces.map(({ text }) => text).join('')).toBe(sentence);
          for (const { atS } of pieces) {
            if (atS === undefined) continue;
            figures++;
            expect(atS).toBeGreaterThanOrEqual(attempt.startS - 15);
            expect(atS).toBeLessThanOrEqual(attempt.endS + 16);
          }
        }
        // The first link of the chain is where the sentence on top begins.
        const [first] = attempt.chain;
        links += attempt.chain.length;
        const linked = evidenceIn(attempt.wentFirst ?? '', attempt).filter(({ atS }) => atS !== undefined);
        if (first && attempt.wentFirst?.includes(first.says))
          expect(linked.some(({ atS }) => atS === first.peakS)).toBe(true);
      }
    expect(figures).toBeGreaterThanOrEqual(Math.min(1, links));
  },
);

test('the verdict’s “no stall was flown” leads to where the recovery began', () => {
  const [attempt] = flownAttempts('power-off-stall', 'power-off-stall/wrong-cue');
  const failed = attempt.requirements.find(({ held }) => held === false)!;
  const pieces = evidenceIn(reasonOf(attempt, 'examiner'), attempt);
  expect(pieces.find(({ atS }) => atS !== undefined)?.atS).toBe(failed.atS);
});
