/** The card and the judge look up the same rows, for every variant; what was worked out for one context is no other's. */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import type { ScoringContext } from '../kits/attempt/attempt.ts';
import { sceneOf } from '../kits/attempt/scene.ts';
import { judgingRows } from '../scoring/standard.ts';
import { findStandard, SCHOOL_STANDARD_ID, standards } from '../standards/standards.ts';
import { drawLesson } from '../testing/drawn-lesson/lesson.ts';
import { scoreWithTrack } from './score-recording.ts';

const faa = findStandard('faa-private')!;
const school = findStandard(SCHOOL_STANDARD_ID)!;
const { recording } = drawLesson(205, { rateHz: 1 });
const { score, track, context } = scoreWithTrack(recording, { standard: faa, airplane: fleet[0] });

test('an attempt is judged by the rows of its variant: no bank in a straight stall, no heading in a turning one', () => {
  const stalls = score.attempts.filter(({ maneuver }) => maneuver.endsWith('stall'));
  expect(new Set(stalls.map(({ variant }) => variant))).toEqual(new Set(['straight', 'turning']));
  for (const { variant, parameters } of stalls) {
    const names = parameters.map(({ parameter }) => parameter);
    expect([variant, names.includes('bank')]).toEqual([variant, variant === 'turning']);
    if (variant === 'turning') expect(names).not.toContain('heading');
  }
});

test.each(standards.map((standard) => [standard.id, standard] as const))(
  'the card of %s shows the judge’s rows',
  (_, standard) => {
    for (const { maneuver, variant, parameters } of score.attempts) {
      const card = targetCard({
        airplane: fleet[0],
        standard,
        schoolStandard: school,
        maneuver,
        variant: variant!,
      });
      const { rows, from } = judgingRows(
        { standard, schoolStandard: school },
        { maneuver, variant: variant!, configuration: card.configuration },
      );
      expect(card.tolerances.map(({ parameter, low, high }) => [parameter, low, high])).toEqual(
        rows.map(({ parameter, low, high }) => [parameter, low, high]),
      );
      expect(card.tolerancesFrom).toBe(from?.name ?? null);
      if (standard === faa)
        for (const { parameter } of parameters) expect(rows.map((row) => row.parameter)).toContain(parameter);
    }
  },
);

test('another airplane, weight or ground of the same recording is another scene', () => {
  const other = (change: Partial<ScoringContext>) => sceneOf(track, { ...context, ...change });
  expect(sceneOf(track, context)).toBe(sceneOf(track, context));
  const [stall, light, second] = [context, { weightLb: 1800 }, { airplane: fleet[1] }].map((change) =>
    other(change).stallKias(0),
  );
  expect(light).toBeLessThan(stall);
  expect(second).not.toBe(stall);
  expect(other({ groundFt: 3000 }).lowestFt).toBeGreaterThan(other({ groundFt: 1900 }).lowestFt);
});
