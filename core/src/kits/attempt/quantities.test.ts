/** What a standard's rows ask of an attempt: from which channel, against which target. */
import type { StandardRow } from '../../scoring/standard.ts';
import { drawnTrack, through } from '../../testing/drawn-track.ts';
import { type Aims, entryValues, legHeading, quantityFor } from './quantities.ts';

const AIMS: Aims = { altitudeFt: 4000, airspeedKt: 90, headingDeg: 90, bankDeg: 45 };
const row = (parameter: string, more: object = {}): StandardRow =>
  ({ parameter, low: -10, high: 10, unit: 'kt', ...more }) as unknown as StandardRow;
const level = drawnTrack(60, {});
const spanOf = (track: typeof level, startS = 10, endS = 50) => ({
  startS,
  endS,
  segment: track.segments[0],
});
const quantity = (asked: StandardRow, track = level, aims = AIMS, briefed?: Record<string, number>) =>
  quantityFor(asked, track, spanOf(track), aims, briefed);

describe('at the entry', () => {
  test('the means of the three seconds before it', () => {
    const track = drawnTrack(60, {
      alt_ft: through([0, 3000], [17, 3000], [17.4, 4100], [60, 4100]),
      ias_kt: through([0, 80], [16.4, 80], [16.9, 96], [60, 96]),
    });
    const entry = entryValues(track, { startS: 21, segment: track.segments[0] });
    expect(entry.altitudeFt).toBeCloseTo(4100, 0);
    expect(entry.airspeedKt).toBeCloseTo(96, 0);
  });
  test('about north the heading is north, not the south between 359° and 1°', () => {
    const track = drawnTrack(60, { hdg_deg: (s) => (359 + 2 * (Math.floor(s) % 2)) % 360 });
    const { headingDeg } = entryValues(track, { startS: 30, segment: track.segments[0] });
    expect(Math.min(headingDeg, 360 - headingDeg)).toBeLessThan(1.5);
  });
  test('begun with the recording, its first row', () => {
    const track = drawnTrack(60, { alt_ft: through([0, 4321], [60, 9000]) });
    expect(entryValues(track, { startS: 0, segment: track.segments[0] }).altitudeFt).toBeCloseTo(4321, -2);
  });
});

describe('a row’s target', () => {
  test('is the entry, the standard’s own or the brief’s, as the row says', () => {
    expect(quantity(row('altitude'))).toMatchObject({ target: 4000 });
    const asked = row('altitude', { reference: 'target' });
    expect(quantity(asked, level, AIMS, { altitudeFt: 5500 })).toMatchObject({ target: 5500 });
    expect(quantity(asked)).toMatchObject({ target: 4000 });
    expect(quantity(row('airspeed', { reference: 'target', target: 65 }))).toMatchObject({ target: 65 });
  });
  test('is never the brief’s where the row asks for what was entered at', () => {
    expect(quantity(row('altitude'), level, AIMS, { altitudeFt: 5500 })).toMatchObject({ target: 4000 });
  });
});

describe('deviations', () => {
  const at = (asked: StandardRow, drawn: Parameters<typeof drawnTrack>[1], atS: number, aims = AIMS) => {
    const track = drawnTrack(60, drawn);
    return quantity(asked, track, aims)!.deviation(track.timeS.findIndex((s) => s >= atS));
  };

  test('of altitude and speed are above the target positive', () => {
    expect(at(row('altitude'), { alt_ft: () => 4130 }, 30)).toBeCloseTo(130, 6);
    expect(at(row('airspeed'), { ias_kt: () => 81 }, 30)).toBeCloseTo(-9, 6);
  });
  test('of bank are steeper positive, whichever way it turns', () => {
    for (const side of [-1, 1]) expect(at(row('bank'), { bank_deg: () => side * 52 }, 30)).toBeCloseTo(7, 6);
  });
  test('of a roll-out heading go the short way round', () => {
    const aims = { ...AIMS, headingDeg: 350 };
    expect(at(row('rollout-heading'), { hdg_deg: () => 10 }, 30, aims)).toBeCloseTo(20, 6);
    expect(at(row('rollout-heading'), { hdg_deg: () => 340 }, 30, aims)).toBeCloseTo(-10, 6);
  });
  test('of a rate of turn are those of the heading, the same either way', () => {
    const asked = row('turn-rate', { target: 3 });
    for (const side of [-1, 1])
      expect(at(asked, { hdg_deg: (s) => (((90 + side * 3.5 * s) % 360) + 360) % 360 }, 30)).toBeCloseTo(
        0.5,
        2,
      );
  });
  test('of the floor are those of the lowest moment', () => {
    const track = drawnTrack(60, { alt_ft: through([10, 4000], [30, 3400], [50, 4000]) });
    const floor = quantity(row('floor'), track, { ...AIMS, floorFt: 3500 })!;
    expect(Math.abs(floor.atS! - 30)).toBeLessThan(1);
    expect(floor.deviation(track.timeS.findIndex((s) => s >= 30))).toBeLessThan(-80);
  });
});

test('what has no channel or no meaning here is asked of nothing', () => {
  expect(quantity(row('coordination'))).toBeUndefined();
  expect(quantity(row('floor'))).toBeUndefined();
  expect(quantity(row('altitude-loss'))).toBeUndefined();
  expect(quantity(row('no-such-thing'))).toBeUndefined();
});

test('the heading of legs is each leg’s own, so that turning between them is no fault', () => {
  const track = drawnTrack(100, { hdg_deg: through([0, 90], [40, 90], [50, 180], [100, 184]) });
  const { deviation, target } = legHeading(track, [
    { startS: 5, endS: 40 },
    { startS: 52, endS: 100 },
  ]);
  const offAt = (atS: number) => deviation(track.timeS.findIndex((s) => s >= atS));
  expect(target).toBeCloseTo(90, 6);
  expect(offAt(30)).toBeCloseTo(0, 1);
  expect(Math.abs(offAt(60))).toBeLessThan(1);
  expect(offAt(99)).toBeCloseTo(3.8, 0);
});
