/**
 * The day's shape against days drawn leg by leg as a pattern is taught: whatever is flown at its ends, each takeoff, landing,
 * circuit and go-around is counted once, at its moment. The pattern's figures are common practice, with no source.
 */
import fc from 'fast-check';
import { findAirplane } from '../../airplane/fleet.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { makeTrack } from '../../recording/track/track.ts';
import { findStandard } from '../../standards/standards.ts';
import { type DayOptions, type DrawnDay, drawDay, type Ending } from '../../testing/drawn-day.ts';
import { without } from '../../testing/drawn-lesson/recorder.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { type FlightShape, flightShape } from './flight-shape.ts';

const airplane = findAirplane('cairn-4')!;
const context = { standard: findStandard('faa-private')!, airplane } as unknown as ScoringContext;
const AS_EVER: DayOptions = {
  fieldFt: 1180,
  runwayDeg: 240,
  side: 'left',
  headwindKt: 5,
  rateHz: 1,
  seed: 1,
};

const shapeOf = (recording: Recording): FlightShape => flightShape(makeTrack(recording), context);
const draw = (endings: readonly Ending[], more: Partial<DayOptions> = {}) =>
  drawDay(endings, { ...AS_EVER, ...more });

const KIND: Partial<Record<Ending, string>> = {
  'touch-and-go': 'touch-and-go',
  'stop-and-go': 'stop-and-go',
  'taxi-back': 'full-stop',
  'full-stop': 'full-stop',
};

/** What an instructor would write down of the day. */
const written = (endings: readonly Ending[]) => {
  const landed = endings.filter((ending) => KIND[ending]);
  return {
    takeoffs: landed.length,
    landings: landed.map((ending) => KIND[ending]),
    goArounds: endings.filter((ending) => ending === 'go-around').length,
    circuits: endings.length,
  };
};
const told = ({ takeoffs, landings, goArounds, circuits }: FlightShape) => ({
  takeoffs,
  landings: landings?.map(({ kind }) => kind),
  goArounds,
  circuits,
});

function expectTimes({ offS, onS, movedS, stoppedS }: DrawnDay, shape: FlightShape): void {
  // Each go-around has a moment of its own, in the air and low.
  expect(shape.goAroundList).toHaveLength(shape.goArounds!);
  for (const { atS, lowestFt } of shape.goAroundList) {
    expect(offS.some((s, i) => atS > s && atS < onS[i])).toBe(true);
    expect(lowestFt).toBeLessThan(800);
  }
  const airborneS = onS.reduce((sum, s, i) => sum + s - offS[i], 0);
  expect(Math.abs(shape.airborneS! - airborneS)).toBeLessThan(4 * onS.length + 2);
  expect(Math.abs(shape.blockS! - (stoppedS - movedS))).toBeLessThan(8);
  shape.landings!.forEach(({ atS }, i) => {
    expect(Math.abs(atS - onS[i])).toBeLessThan(4);
  });
}

/** From the first row to the last, one part after the other, none over another and nothing between. */
function expectWhole({ recording }: DrawnDay, { parts }: FlightShape): void {
  const { timeS } = recording;
  expect(parts[0].startS).toBe(0);
  expect(parts.at(-1)!.endS).toBeCloseTo(timeS[timeS.length - 1], 6);
  for (let i = 1; i < parts.length; i++) expect(parts[i].startS).toBeCloseTo(parts[i - 1].endS, 6);
}

const ENDINGS: Ending[] = ['touch-and-go', 'stop-and-go', 'taxi-back', 'go-around', 'low-pass'];

describe.each(ENDINGS)('a circuit that ends with a %s, and one more', (ending) => {
  const endings: Ending[] = [ending, 'full-stop'];

  test.each<[string, Partial<DayOptions>]>([
    ['to the left', {}],
    ['to the right', { side: 'right' }],
    ['in calm', { headwindKt: 0 }],
    ['into a strong wind', { headwindKt: 18 }],
    ['toward north', { runwayDeg: 3 }],
    ['at the sea', { fieldFt: -6 }],
    ['high up', { fieldFt: 7070 }],
    ['written five times a second', { rateHz: 5 }],
  ])('%s: counted once, at its moment', (_, more) => {
    const day = draw(endings, more);
    const shape = shapeOf(day.recording);
    expect(told(shape)).toEqual(written(endings));
    expectTimes(day, shape);
    expectWhole(day, shape);
  });

  test('without positions it is the same', () => {
    const day = draw(endings);
    const shape = shapeOf(without(day.recording, 'lat_deg', 'lon_deg'));
    expect(told(shape)).toEqual(written(endings));
    expectTimes(day, shape);
  });

  test('without a ground speed nothing is claimed that only it tells', () => {
    const { recording } = draw(endings, { headwindKt: 0 });
    const shape = shapeOf(without(recording, 'lat_deg', 'lon_deg', 'gs_kt'));
    expect(shape.landings!.map(({ kind }) => kind)).toEqual(written(endings).landings.map(() => null));
    expect(told(shape)).toMatchObject({ takeoffs: written(endings).takeoffs, circuits: 2 });
  });
});

test('any order of them, whatever the field, the wind and the side', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(...ENDINGS), { maxLength: 4 }),
      fc.record({
        fieldFt: fc.integer({ min: -10, max: 7500 }),
        runwayDeg: fc.integer({ min: 1, max: 360 }),
        side: fc.constantFrom('left' as const, 'right' as const),
        headwindKt: fc.integer({ min: 0, max: 15 }),
        rateHz: fc.constantFrom(1, 2),
        seed: fc.integer({ min: 1, max: 1000 }),
      }),
      (before, options) => {
        const endings: Ending[] = [...before, 'full-stop'];
        const day = drawDay(endings, options);
        const shape = shapeOf(day.recording);
        expect(told(shape)).toEqual(written(endings));
        expectTimes(day, shape);
        expectWhole(day, shape);
      },
    ),
    { numRuns: Number(process.env.KEEL_RUNS ?? 40) },
  );
});

test.each([30, 60, 120, 200, 300, 340])(
  'broken off %s ft above the runway: a go-around, to its height',
  (ft) => {
    for (const rateHz of [1, 5]) {
      const shape = shapeOf(draw(['go-around', 'full-stop'], { brokenOffFt: ft, rateHz }).recording);
      expect(told(shape)).toEqual(written(['go-around', 'full-stop']));
      expect(Math.abs(shape.goAroundList[0].lowestFt - ft)).toBeLessThan(15);
    }
  },
);

test.each([5, 10, 15, 20])('a takeoff roll that swings %s° to either side is one takeoff', (wanderDeg) => {
  for (const rateHz of [1, 5]) {
    const endings: Ending[] = ['taxi-back', 'stop-and-go', 'full-stop'];
    const day = draw(endings, { wanderDeg, rateHz });
    const shape = shapeOf(day.recording);
    expect(told(shape)).toEqual(written(endings));
    expectTimes(day, shape);
  }
});

describe('what the recording does not show', () => {
  const day = draw(['touch-and-go', 'full-stop']);
  const { recording, offS, onS } = day;
  const cut = (fromS: number, toS: number): Recording => {
    const kept = recording.timeS.map((_, i) => i).filter((i) => inside(recording.timeS[i]));
    function inside(s: number): boolean {
      return s >= fromS && s <= toS;
    }
    return {
      ...recording,
      timeS: Float64Array.from(kept, (i) => recording.timeS[i] - fromS),
      channels: Object.fromEntries(
        Object.entries(recording.channels).map(([name, values]) => [
          name,
          Float64Array.from(kept, (i) => values[i]),
        ]),
      ),
    };
  };

  test('begun in the air: no takeoff, no time off blocks, no time in the air', () => {
    const shape = shapeOf(cut(offS[0] + 40, recording.timeS.at(-1)!));
    expect(shape).toMatchObject({ takeoffs: 1, blockS: null, airborneS: null });
    expect(shape.landings!.map(({ kind }) => kind)).toEqual(['touch-and-go', 'full-stop']);
  });

  test('ended in the air: what was seen is counted, what was not is not claimed', () => {
    const shape = shapeOf(cut(0, onS[1] - 60));
    expect(shape).toMatchObject({ takeoffs: 2, blockS: null, airborneS: null });
    expect(shape.landings!.map(({ kind }) => kind)).toEqual(['touch-and-go']);
  });

  test('only a taxi: no flight in it', () => {
    const shape = shapeOf(cut(0, offS[0] - 30));
    expect(shape).toMatchObject({ takeoffs: 0, landings: [], goArounds: 0, circuits: 0 });
    expect(new Set(shape.parts.map(({ name }) => name))).toEqual(new Set(['parked', 'taxi']));
  });

  test('only the middle of a circuit: nothing is known of the ground', () => {
    const shape = shapeOf(cut(offS[0] + 60, onS[0] - 60));
    expect(shape).toMatchObject({ takeoffs: null, landings: null, goArounds: null, circuits: null });
    expect(shape.parts.map(({ name }) => name)).toEqual(['transit']);
  });
});

test('the parts of a plain circuit come in the order in which they are flown', () => {
  const { parts } = shapeOf(draw(['full-stop']).recording);
  const names = parts.map(({ name }) => name).filter((name, i, all) => name !== all[i - 1]);
  // A wait at the holding point belongs to the taxi.
  expect(names).toEqual(['parked', 'taxi', 'takeoff', 'circuit', 'approach', 'landing', 'taxi', 'parked']);
});
