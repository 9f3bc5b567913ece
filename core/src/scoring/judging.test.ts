import fc from 'fast-check';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { makeTrack } from '../recording/track/track.ts';
import { findExcursions, spanFigures, toleranceUsed } from './excursion.ts';
import { areTooMany, countExcursions, DEFAULT_EXAMINER, judgeParameter, lapseOf } from './judge.ts';
import { scoreParameter } from './parameter.ts';
import type { ParameterScore } from './schema.ts';
import type { StandardRow } from './standard.ts';

const seconds = (n: number) => Float64Array.from({ length: n }, (_, i) => i);
const band = { low: -100, high: 100 };

test('one-sided bands: the centre of +10 / −0 is five above, its half-width five', () => {
  const oneSided = { low: 0, high: 10 };
  expect([0, 5, 10, 15].map((d) => toleranceUsed(d, oneSided))).toEqual([-1, 0, 1, 2]);
});

test('excursions closer than a second are one', () => {
  const timeS = Float64Array.from([0, 0.4, 0.8, 1.2, 1.6, 4, 5, 6]);
  const found = findExcursions(timeS, [0, 150, 90, 150, 0, 0, 150, 0], band, 5);
  expect(found.map(({ peak }) => peak)).toEqual([150, 150]);
});

test('an excursion that never ends ends with the span', () => {
  expect(findExcursions(seconds(4), [0, 0, 200, 210], band, 5)).toMatchObject([
    { endS: 3, peak: 210, toleranceUsed: 2.1 },
  ]);
});

test('figures of a span weigh every sample by its time', () => {
  const figures = spanFigures(
    [{ timeS: Float64Array.from([0, 1, 9, 10]), deviation: [0, 0, 200, 200] }],
    band,
  );
  expect(figures).toMatchObject({ maxAbove: 200, maxBelow: 0, toleranceUsed: 2, insidePct: 50 });
});

describe('the examiner (house rules, since the FAA ACS says no size: consistent exceeding, no prompt correction; from memory)', () => {
  const altitude = { halfWidth: 100, leastBeyond: 30 };
  const speed = { halfWidth: 10, leastBeyond: 3 };
  const slow = { halfWidth: 5, leastBeyond: 3 };
  const brief = { startS: 0, endS: 4.9, peakS: 2, beyond: 2.9 };
  test.each([
    ['short, near and turned back', brief, speed, undefined],
    ['outside too long', { ...brief, endS: 5.1 }, speed, 'long'],
    ['turned back too late', { ...brief, peakS: 3.1 }, speed, 'late'],
    ['too far: three tenths of a tolerance', { ...brief, beyond: 31 }, altitude, 'far'],
    ['near for a height', { ...brief, beyond: 29 }, altitude, undefined],
    ['+10/−0: three knots below are near, though the half is five', brief, slow, undefined],
    ['+10/−0: four are not', { ...brief, beyond: 4 }, slow, 'far'],
  ] as const)('%s', (_name, one, allowance, not) =>
    expect(lapseOf(one, DEFAULT_EXAMINER, allowance)).toBe(not),
  );

  const left = (parameter: string, ...startS: number[]) =>
    ({
      parameter,
      required: true,
      measured: 'measured',
      excursions: startS.map((at) => ({ startS: at, endS: at + 2, peak: 1 })),
    }) as unknown as ParameterScore;

  test('what leaves together is one, the same one again counts again', () => {
    expect(countExcursions([left('altitude', 10, 30), left('airspeed', 11, 50)])).toBe(3);
    expect(countExcursions([left('altitude', 10, 14)])).toBe(2);
  });

  test('fewer than three in each minute begun', () => {
    expect([2, 3].map((n) => areTooMany(n, 59, DEFAULT_EXAMINER))).toEqual([false, true]);
    expect([5, 6].map((n) => areTooMany(n, 61, DEFAULT_EXAMINER))).toEqual([false, true]);
  });

  test('is never harder than the strict judge (property)', () => {
    const excursion = fc.record({
      not: fc.constantFrom(undefined, 'far' as const, 'late' as const, 'long' as const),
    });
    fc.assert(
      fc.property(fc.array(excursion, { maxLength: 5 }), (excursions) => {
        const { strict, examiner } = judgeParameter(excursions);
        expect(strict === 'within').toBe(excursions.length === 0);
        expect(examiner === 'outside').toBe(excursions.some(({ not }) => not));
      }),
    );
  });
});

test('mirrored deviations have mirrored excursions (property)', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -300, max: 300 }), { minLength: 2, maxLength: 60 }), (values) => {
      const timeS = seconds(values.length);
      const there = findExcursions(timeS, values, band, 5);
      const back = findExcursions(
        timeS,
        values.map((v) => -v),
        band,
        5,
      );
      expect(back.map(({ startS, endS }) => [startS, endS])).toEqual(
        there.map(({ startS, endS }) => [startS, endS]),
      );
    }),
  );
});

describe('legs are counted one at a time', () => {
  // Level for ten seconds, a turn of ten that nobody judges, level again; at 10 Hz, so that nothing is smoothed away.
  const rows = Array.from({ length: 301 }, (_, i) => {
    const timeS = i / 10;
    const lapse = timeS >= 9.1 && timeS <= 10;
    return `${timeS.toFixed(1)},${lapse ? 4650 : 4500},95,90`;
  });
  const track = makeTrack(readRecordingCsv(`time_s,alt_ft,ias_kt,hdg_deg\n${rows.join('\n')}\n`));
  const row: StandardRow = {
    maneuver: 'any',
    parameter: 'altitude',
    reference: 'entry',
    ...band,
    unit: 'ft',
    phase: 'legs',
    required: true,
    source: 'a test',
    fromMemory: false,
  };
  const score = (spans: { startS: number; endS: number }[]) => {
    const scored = scoreParameter(
      track,
      {
        startS: 0,
        endS: 30,
        segment: track.segments[0],
        state: 'complete',
        phases: [],
        spansOf: () => spans,
        quantity: () => ({
          channel: track.altitudeFt,
          target: 4500,
          deviation: (i) => track.altitudeFt.values[i] - 4500,
        }),
      },
      row,
      DEFAULT_EXAMINER,
    );
    if (scored.measured === 'not-measured') throw new Error(scored.because.code);
    return scored;
  };
  const legs = [
    { startS: 0, endS: 10 },
    { startS: 20, endS: 30 },
  ];

  test('a lapse at the end of one leg does not last until the next begins', () => {
    const { excursions, examiner, insidePct, maxAbove } = score(legs);
    expect(excursions).toHaveLength(1);
    expect(excursions[0].endS - excursions[0].startS).toBeCloseTo(0.9, 1);
    // Half a tolerance past the edge is too far, however short.
    expect(examiner).toBe('outside');
    expect(insidePct).toBeCloseTo(95.3, 0);
    expect(maxAbove).toBe(150);
  });
});
