import type { MeasuredParameterScore } from './schema.ts';
import { worstOf } from './worst.ts';

const parameter = (part: Partial<MeasuredParameterScore>): MeasuredParameterScore =>
  ({
    low: -100,
    high: 100,
    maxAbove: 0,
    maxBelow: 0,
    toleranceUsed: 0,
    startS: 10,
    endS: 50,
    ...part,
  }) as MeasuredParameterScore;

test('the side that went further counts', () => {
  expect(worstOf(parameter({ maxAbove: 40, maxBelow: -131, toleranceUsed: 1.31 }))).toEqual({
    deviation: -131,
    used: -1.31,
  });
  expect(worstOf(parameter({ maxAbove: 140, maxBelow: -31, toleranceUsed: 1.4 }))).toEqual({
    deviation: 140,
    used: 1.4,
  });
});

test('further is from the centre of the band, not from the target', () => {
  // Slow flight's airspeed, +10 −0: 4 kt fast is nearer to the middle of the band than 1 kt slow.
  const { deviation, used } = worstOf(
    parameter({ low: 0, high: 10, maxAbove: 4, maxBelow: -1, toleranceUsed: 1.2 }),
  );
  expect([deviation, used]).toEqual([-1, -1.2]);
});

test('one instant has one deviation', () => {
  const at = { startS: 50, endS: 50, low: -10, high: 10 };
  expect(worstOf(parameter({ ...at, maxAbove: 0, maxBelow: -7, toleranceUsed: 0.7 }))).toEqual({
    deviation: -7,
    used: -0.7,
  });
  expect(worstOf(parameter({ ...at, maxAbove: 6, maxBelow: 0, toleranceUsed: 0.6 }))).toEqual({
    deviation: 6,
    used: 0.6,
  });
});
