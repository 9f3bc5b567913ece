/** What is taken along of a figure: what it was, and what is allowed; on one side or both, in the airplane's own unit. */
import fc from 'fast-check';
import type { AttemptScore } from '../debrief/score.ts';
import type { MeasuredParameterScore } from '../scoring/schema.ts';
import { unitsFor } from './figures.ts';
import { takenAlong } from './take-along.ts';

const figure = (more: Partial<MeasuredParameterScore>): MeasuredParameterScore =>
  ({
    parameter: 'altitude',
    unit: 'ft',
    required: true,
    measured: 'measured',
    startS: 10,
    endS: 50,
    low: -100,
    high: 100,
    maxBelow: -28,
    maxAbove: 12,
    toleranceUsed: 0.28,
    excursions: [],
    ...more,
  }) as MeasuredParameterScore;
const attempt = (...parameters: MeasuredParameterScore[]): AttemptScore =>
  ({
    maneuver: 'steep-turn',
    startS: 0,
    endS: 60,
    chain: [],
    findings: [],
    requirements: [],
    parameters,
  }) as unknown as AttemptScore;
const NOTHING = { observed: [], nextTime: null };
const wellOf = (one: MeasuredParameterScore, unit = 'kt') =>
  takenAlong(attempt(one), NOTHING, [], unitsFor({ speedUnit: unit })).well;

test.each<[string, Partial<MeasuredParameterScore>, string]>([
  ['a band alike on both sides', {}, 'Altitude within 28 ft; 100 ft is allowed'],
  [
    'one that is not',
    { parameter: 'airspeed', unit: 'kt', low: -5, high: 10, maxBelow: -1, maxAbove: 4 },
    'Airspeed −1 kt to +4 kt of the target; −5 kt to +10 kt is allowed',
  ],
  [
    'one that begins at the target',
    { parameter: 'airspeed', unit: 'kt', low: 0, high: 10, maxBelow: 0, maxAbove: 4 },
    'Airspeed −0 kt to +4 kt of the target; −0 kt to +10 kt is allowed',
  ],
  [
    'degrees',
    { parameter: 'bank', unit: 'deg', low: -5, high: 5, maxBelow: -1.4, maxAbove: 2.1 },
    'Bank within 2°; 5° is allowed',
  ],
])('%s', (_, more, words) => {
  expect(wellOf(figure(more))).toEqual([words]);
});

test('a speed is said in miles an hour where the airplane shows those', () => {
  // A knot is 1.15078 statute miles an hour (1,852 m by 1,609.344 m).
  const speed = figure({ parameter: 'airspeed', unit: 'kt', low: -10, high: 10, maxBelow: -4, maxAbove: 2 });
  expect(wellOf(speed, 'mph')).toEqual(['Airspeed within 5 mph; 11 mph is allowed']);
});

test('only what stayed well inside is said to have gone well', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 2, noNaN: true }), fc.boolean(), (toleranceUsed, required) => {
      const well = wellOf(figure({ toleranceUsed, required }));
      expect(well.length).toBe(required && toleranceUsed <= 0.6 ? 1 : 0);
    }),
  );
});

test('three at the most, the best first', () => {
  const all = ['altitude', 'airspeed', 'bank', 'heading'].map((parameter, i) =>
    figure({ parameter: parameter as 'altitude', toleranceUsed: 0.5 - 0.1 * i }),
  );
  const { well } = takenAlong(attempt(...all), NOTHING, [], unitsFor(null));
  expect(well.map((words) => words.split(' ')[0])).toEqual(['Heading', 'Bank', 'Airspeed']);
});
