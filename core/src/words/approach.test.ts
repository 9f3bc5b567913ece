/** Approaches, takeoffs and run-ups in words: what was out, what is not known, nothing that was not measured. */
import type { Approach } from '../kits/shape/approach-schema.ts';
import { approachFigures } from '../kits/shape/approach-schema.ts';
import { approachLine, approachSaid } from './approach.ts';
import { runUpLines, takeoffLines } from './departure.ts';
import { KNOTS } from './figures.ts';

const held = { speed: true, sink: true, path: true, centre: true, flaps: true };
const approach = (
  over: Partial<Approach> = {},
  gate: Partial<NonNullable<Approach['gate']>> = {},
): Approach => ({
  startS: 0,
  endS: 60,
  end: 'landing',
  lowestFt: 0,
  runwayDeg: 240,
  targetKias: 63,
  gateFt: 300,
  aimedDeg: 3,
  gate: {
    atS: 30,
    heightErrorFt: 6,
    kias: 65,
    kiasError: 1,
    sinkFpm: 420,
    pathDeg: 3.1,
    rightFt: -20,
    rightErrorFt: 10,
    distanceFt: 5200,
    flapsDeg: 30,
    offDeg: 1,
    held,
    ...gate,
  },
  low: null,
  touch: null,
  overshotFt: 0,
  signs: [],
  legs: [],
  rows: [],
  threshold: null,
  decision: 'landed-stable',
  path: [],
  ...over,
});
const plain = (text: string) => text.replaceAll('\u202f', ' ');

test('inside everything it is stable; what was outside is named with its figure', () => {
  expect(plain(approachSaid(approach(), KNOTS).headline)).toBe('Stable at 300 ft.');
  const out = approach(
    { decision: 'landed-unstable' },
    { kias: 76, pathDeg: 4.6, rightFt: 210, held: { ...held, speed: false, path: false, centre: false } },
  );
  expect(plain(approachSaid(out, KNOTS).headline)).toBe(
    'Not stable at 300 ft: 13 kt fast, steep, 4.6°, 210 ft right of the centre line.',
  );
});

test('where something was not recorded it is stable only as far as recorded', () =>
  expect(approachSaid(approach({}, { held: { ...held, flaps: null } }), KNOTS).headline).toMatch(
    /^As far as recorded/,
  ));

test('going around unstable is credited, and one broken off above the gate is told so', () => {
  const away = approach(
    { end: 'go-around', lowestFt: 180, decision: 'went-around-unstable' },
    { kias: 55, held: { ...held, speed: false } },
  );
  expect(plain(approachSaid(away, KNOTS).headline)).toMatch(
    /8 kt slow\. Broken off, as the gate asks\. Lowest 180 ft/,
  );
  const high = approach({ end: 'go-around', lowestFt: 420, gate: null, decision: null });
  expect(approachSaid(high, KNOTS).headline).toMatch(/^Broken off above the gate/);
});

test('the ledger’s line says speed, what was aimed for, and what it came to', () => {
  expect(plain(approachLine(approachFigures(approach()), KNOTS))).toBe(
    '65 kt at 300 ft, 63 kt aimed for, stable',
  );
  expect(approachLine(approachFigures(approach({ gate: null, touch: null, decision: null })), KNOTS)).toBe(
    '',
  );
});

test('a takeoff and a run-up say what was measured, and which magneto it was is not said', () => {
  const takeoff = { atS: 60, kias: 54, climbKias: 71, vyKias: 74, rightFt: -40, flapsUpFt: null, rows: [] };
  expect(takeoffLines(takeoff, KNOTS).map(plain)).toEqual([
    'off the ground at 54 kt',
    'climbed at 71 kt, best rate 74 kt',
    'at most 40 ft left of the centre line',
  ]);
  const runUp = { startS: 0, endS: 20, rpm: 1800, dropsRpm: [90, 180], limitRpm: 150 };
  expect(runUpLines(runUp, KNOTS).join(' ')).toMatch(/fell by 90, 180 rpm.*not on record.*more than the 150/);
  expect(runUpLines({ ...runUp, dropsRpm: [] }, KNOTS).join(' ')).toMatch(/no drop seen/);
});
