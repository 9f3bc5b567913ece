/** Held against handbooks’ worked examples, from memory of them, and against plain arithmetic. */
import { fleet } from '../airplane/fleet.ts';
import { drift, windOn } from '../mechanics/wind.ts';
import { bookDistance } from './book-distance.ts';
import { fieldCards } from './field-cards.ts';
import { type FieldDay, runwayWind, USUAL_FIELD_RULES } from './field-day.ts';
import { referenceSpeed } from './reference-speed.ts';

const [cairn] = fleet;
const plain = { ...cairn, approachKias: undefined, iasToCas: undefined, vs0Kias: 60, vs1Kias: 64 };
const day = (own: Partial<FieldDay> = {}): FieldDay => ({
  airplane: cairn,
  weightLb: 2200,
  fieldFt: 900,
  pressureAltitudeFt: 900,
  fieldOatC: 13,
  runway: '24',
  runwayFt: 2600,
  windFromDeg: 270,
  windKt: 12,
  gustKt: null,
  rules: USUAL_FIELD_RULES,
  ...own,
});

// FAA-H-8083-25, wind triangle: course 090, 120 kt true, wind from the north-east at 40 kt: 14° left, 88 kt over the ground.
test('drift along a course', () => {
  const found = drift(90, 120, 45, 40)!;
  expect(found.intoWindDeg).toBeCloseTo(-14, 0);
  expect(found.headingDeg).toBeCloseTo(76, 0);
  expect(found.groundKt).toBeCloseTo(88, 0);
  expect(drift(90, 60, 360, 70)).toBeUndefined();
  expect(drift(360, 60, 360, 61)).toBeUndefined();
});

// Common practice: at 30° half of the wind is across, at 45° seven tenths, at 60° nine tenths.
test.each([
  [30, 0.5],
  [45, 0.7],
  [60, 0.87],
])('at %d° from the runway %d of the wind is across', (offDeg, share) =>
  expect(windOn('36', offDeg, 10).crossKt / 10).toBeCloseTo(share, 1),
);

test('a gust counts where it hurts: across and from behind, not from ahead', () => {
  expect(runwayWind(day({ windFromDeg: 240, gustKt: 22 }))).toEqual({ headKt: 12, crossKt: 0 });
  expect(runwayWind(day({ windFromDeg: 60, gustKt: 22 }))!.headKt).toBeCloseTo(-22, 6);
  expect(runwayWind(day({ windFromDeg: 330, gustKt: 22 }))!.crossKt).toBeCloseTo(22, 6);
  expect(runwayWind(day({ windKt: null }))).toBeNull();
});

// FAA-H-8083-3: an airplane that stalls at 60 kt with everything out approaches at 78.
test('1.3 times the stall in the landing configuration', () => {
  const of = (weightLb: number) => referenceSpeed(plain, { weightLb, stage: 3, windKt: 10, gustKt: null });
  expect(of(plain.maxWeightLb)).toMatchObject({ from: 'worked out', addedKt: 0, cutAtKias: null });
  expect(of(plain.maxWeightLb).kias).toBeCloseTo(78, 6);
  // A stall speed goes with the root of the weight.
  expect(of(0.81 * plain.maxWeightLb).kias).toBeCloseTo(70.2, 1);
});

// FAA-H-8083-3, turbulent air: 70 kt and gusts that bring 15 kt more make 77.
test('half of the gust is added, up to the flap’s limit', () => {
  const at70 = { ...plain, approachKias: 70 };
  const gusting = (windKt: number, gustKt: number) =>
    referenceSpeed(at70, { weightLb: 2200, stage: 3, windKt, gustKt });
  expect(Math.floor(gusting(10, 25).kias)).toBe(77);
  expect(gusting(10, 25).from).toBe('book');
  expect(gusting(5, 45)).toMatchObject({ kias: 85, cutAtKias: 85, addedKt: 20 });
});

test('through the calibration: what is indicated at 1.3 times the calibrated stall', () => {
  const airplane = {
    ...plain,
    vs0Kias: 40,
    vs1Kias: 44,
    iasToCas: {
      landing: [
        [40, 50],
        [60, 65],
        [80, 81],
      ] as [number, number][],
    },
  };
  // 1.3 × 50 = 65 calibrated is 60 indicated; without the table it would be 52.
  expect(referenceSpeed(airplane, { weightLb: 2400, stage: 3, windKt: 0, gustKt: null }).kias).toBeCloseTo(
    60,
    6,
  );
});

const rows = [
  [0, 0, 800, 1400],
  [0, 20, 900, 1600],
  [2000, 0, 1000, 1700],
  [2000, 20, 1120, 1960],
].map(([pressureAltitudeFt, oatC, groundFt, over50Ft]) => ({ pressureAltitudeFt, oatC, groundFt, over50Ft }));

test('a distance lies between the rows of the book, and nowhere else', () => {
  expect(bookDistance(rows, 1000, 10)).toEqual({ groundFt: 955, over50Ft: 1665 });
  expect(bookDistance(rows, 2000, 20)).toEqual({ groundFt: 1120, over50Ft: 1960 });
  expect(bookDistance(rows, 2001, 10)).toEqual({ missing: 'outside-table' });
  expect(bookDistance(rows, 1000, -1)).toEqual({ missing: 'outside-table' });
  expect(bookDistance(rows, null, 10)).toEqual({ missing: 'no-air' });
  expect(bookDistance(undefined, 0, 10)).toEqual({ missing: 'no-table' });
});

// Common practice: seven tenths of the speed by half the runway. At a steady pull the speed is the root of the distance.
test('the abort point', () => {
  const airplane = { ...cairn, rotateKias: 55, book: undefined };
  expect(fieldCards(day({ airplane })).takeoff.abort).toEqual({
    atFt: 1300,
    kias: 38.5,
    by: 'half-runway',
  });
  const short = { ...airplane, book: { cruise: [], climb: [], slowFlight: [], takeoff: rows } };
  expect(fieldCards(day({ airplane: short })).takeoff.abort).toMatchObject({
    kias: 55,
    by: 'book-roll',
  });
  expect(fieldCards(day({ airplane, runwayFt: null })).takeoff.abort).toBeNull();
  expect(fieldCards(day({ airplane: { ...airplane, rotateKias: undefined } })).takeoff.abort).toBeNull();
});

// FAA-H-8083-3, taxiing: “climb into, dive away”.
test.each([
  [240, 'ahead', 'right', 'right', 'neutral'],
  [300, 'ahead', 'left', 'left', 'neutral'],
  [30, 'behind', 'left', 'right', 'forward'],
  [150, 'behind', 'right', 'left', 'forward'],
] as const)('taxiing on %d° in a wind from 270', (heading, wind, side, aileron, elevator) => {
  const quarter = fieldCards(day()).taxi!.find(({ fromDeg }) => (heading - fromDeg + 360) % 360 < 90)!;
  expect(quarter).toMatchObject({ wind, side, aileron, elevator });
});

test('a pattern to the left: its courses, and the headings that keep them', () => {
  const legs = fieldCards(day({ airplane: { ...cairn, patternKias: { downwind: 85, base: 70 } } })).pattern
    .legs!;
  expect(legs.map(({ courseDeg }) => courseDeg)).toEqual([240, 150, 60, 330, 240]);
  // Every wind is across one way on downwind and the other way on final.
  expect(Math.sign(legs[2].wind!.intoWindDeg)).toBe(-Math.sign(legs[4].wind!.intoWindDeg));
  expect(legs[2].wind!.groundKt).toBeGreaterThan(legs[4].wind!.groundKt);
  expect(fieldCards(day({ runway: null })).pattern.legs).toBeNull();
});

test('a day that cannot be is refused by name', () => {
  expect(() => fieldCards(day({ windKt: 20, gustKt: 12 }))).toThrow(/gusts/);
  expect(() => fieldCards(day({ runwayFt: 20 }))).toThrow(/usable runway/);
});
