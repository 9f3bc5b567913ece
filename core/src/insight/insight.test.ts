/** Own grades, limits exceeded, airplanes over time, rates: what is told, and what is too little to tell. */
import { findAirplane } from '../airplane/fleet.ts';
import type { Score } from '../debrief/score.ts';
import type { Observation } from '../own-figures/observe.ts';
import { figuresOverTime } from './airplane-over-time.ts';
import { exceededIn } from './exceeded.ts';
import { agreementOf, LEAST_PAIRS, weightedKappa } from './kappa.ts';
import { ownGradeLeans } from './own-grades.ts';
import { ratePer100, sameRate, toldOf } from './rates.ts';

describe('students’ own grades', () => {
  const told = (given: Parameters<typeof ownGradeLeans>[0]) =>
    ownGradeLeans(given).map(({ student, told }) => [student, told]);

  test('one who grades a grade higher is too kind, one who grades alike is calibrated, one with nine attempts is not judged', () => {
    expect(
      told([
        { student: 'kind', by: 1, times: 15 },
        { student: 'alike', by: 0, times: 12 },
        { student: 'alike', by: 1, times: 4 },
        { student: 'alike', by: -1, times: 4 },
        { student: 'few', by: 2, times: 9 },
        { student: 'hard', by: -1, times: 14 },
        { student: 'hard', by: 0, times: 4 },
      ]),
    ).toEqual([
      ['kind', 'too kind'],
      ['alike', null],
      ['few', null],
      ['hard', 'too hard'],
    ]);
  });

  test('a lean that is sure and too small to matter is not told', () => {
    expect(
      told([
        { student: 'a', by: 0, times: 900 },
        { student: 'a', by: 1, times: 150 },
      ]),
    ).toEqual([['a', null]]);
  });
});

describe('agreement', () => {
  test('one in everything, nought where one says the same of all, below where they say the opposite', () => {
    const alike = [1, 2, 3, 4].map((a) => ({ a, b: a, times: 5 }));
    expect(weightedKappa(alike)).toBe(1);
    expect(
      weightedKappa([
        { a: 3, b: 2, times: 5 },
        { a: 3, b: 3, times: 5 },
      ]),
    ).toBe(0);
    expect(
      weightedKappa([
        { a: 0, b: 1, times: 5 },
        { a: 1, b: 0, times: 5 },
      ]),
    ).toBe(-1);
    expect(weightedKappa([{ a: 2, b: 2, times: 9 }])).toBeNull();
  });

  test('of too few pairs their number alone is said', () => {
    const few = agreementOf([{ a: 1, b: 1, times: LEAST_PAIRS - 1 }]);
    expect(few).toEqual({ pairs: LEAST_PAIRS - 1, same: LEAST_PAIRS - 1, kappa: null, interval: null });
  });

  test('the interval narrows with the number, and holds the figure', () => {
    const cells = (n: number) => [
      { a: 0, b: 0, times: 8 * n },
      { a: 0, b: 1, times: 2 * n },
      { a: 1, b: 0, times: 3 * n },
      { a: 1, b: 1, times: 12 * n },
    ];
    const [few, many] = [agreementOf(cells(1)), agreementOf(cells(100))];
    expect(few.kappa).toBeCloseTo(many.kappa!, 9);
    const width = ({ interval }: typeof few) => interval!.high - interval!.low;
    // A hundred times as many: a tenth of the width.
    expect(width(few) / width(many)).toBeGreaterThan(8);
    expect(width(few) / width(many)).toBeLessThan(12);
    expect(few.interval!.low).toBeLessThan(few.kappa!);
    expect(few.interval!.high).toBeGreaterThan(few.kappa!);
  });
});

describe('rates', () => {
  test('of no attempts nothing is said; of none in twenty an end that is not nought', () => {
    expect(ratePer100(0, 0)).toEqual({ times: 0, of: 0, per100: null, interval: null });
    const none = ratePer100(0, 20);
    expect(none.per100).toBe(0);
    expect(none.interval!.high).toBeCloseTo(18.4, 1);
  });

  test('the same rate twice is no difference, thrice as much of many is one', () => {
    expect(sameRate({ times: 10, of: 100 }, { times: 10, of: 100 })).toBe(1);
    expect(sameRate({ times: 30, of: 100 }, { times: 10, of: 100 })).toBeLessThan(0.01);
    expect(sameRate({ times: 3, of: 10 }, { times: 1, of: 10 })).toBeGreaterThan(0.3);
  });

  test('of many comparisons those alone are told that stand against all the others', () => {
    expect(toldOf([{ p: 0.04 }, { p: 0.5 }, { p: 0.001 }])).toEqual([{ p: 0.001 }]);
    expect(toldOf([{ p: 0.04 }])).toEqual([{ p: 0.04 }]);
  });
});

describe('limits exceeded', () => {
  const finding = (id: string, severity: string, params: object) => ({ id, severity, startS: 60, params });
  const score = (source: string, findings: object[], ofFlight: object[] = []) =>
    ({
      recording: { channels: { ias_kt: { source } } },
      attempts: [{ findings }],
      flight: { findings: ofFlight },
    }) as unknown as Score;

  test('in an attempt and outside of any; a gust past a flap limit is none, nor is what is worked out', () => {
    const flaps = finding('flight/flap-overspeed', 'critical', { kias: 96, limitKt: 85 });
    const red = finding('steep-turn/never-exceed', 'critical', { kias: 165, vneKias: 160 });
    const gust = finding('climb/flap-overspeed', 'note', { kias: 87, limitKt: 85 });
    expect(
      exceededIn(score('measured', [red, gust], [flaps])).map(({ kias, limitKias }) => [kias, limitKias]),
    ).toEqual([
      [165, 160],
      [96, 85],
    ]);
    expect(exceededIn(score('derived', [red], [flaps]))).toEqual([]);
    expect(exceededIn(score('measured', [finding('steep-turn/overbank', 'fault', { kias: 99 })]))).toEqual(
      [],
    );
  });
});

describe('an airplane over time', () => {
  const airplane = findAirplane('cairn-4')!;
  const level = (rpm: number): Observation[] =>
    [0, 4, -4, 2].map((more) => ({ kind: 'level', atS: 0, kias: 85, rpm: rpm + more, bookRpm: 2125 }));
  const flights = (year: number, rpm: number) =>
    [1, 2, 3, 4].map((month) => ({ day: `${year}-0${month}-03`, observations: level(rpm) }));

  test('by half-years; what is within the error of the book is no drift', () => {
    const [figure] = figuresOverTime(airplane, [...flights(2025, 2125), ...flights(2026, 2135)]);
    expect(figure.label).toMatch(/level at 85 KIAS/);
    expect(figure.periods.map(({ from }) => from)).toEqual(['2025-01-01', '2026-01-01']);
    expect(figure.drifts).toBe(false);
  });

  test('a hundred revolutions more for the same speed are told', () => {
    expect(figuresOverTime(airplane, flights(2026, 2225))[0].drifts).toBe(true);
  });

  test('what stands steady on the ground is no level flight', () => {
    const parked = flights(2026, 2125).map(({ day }) => ({
      day,
      observations: level(700).map((one) => ({ ...one, kias: 5 }) as Observation),
    }));
    expect(figuresOverTime(airplane, parked)).toEqual([]);
  });
});
