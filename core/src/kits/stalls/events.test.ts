/**
 * Stalls found in lines drawn by hand, as a textbook draws one: the speed bleeds off with the nose coming up, the nose drops,
 * height is lost while speed comes back, and the airplane climbs away. Common practice, with no source.
 */
import { findAirplane } from '../../airplane/fleet.ts';
import { findStandard } from '../../standards/standards.ts';
import { drawnTrack, through } from '../../testing/drawn-track.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { findStalls } from './events.ts';

type Columns = Parameters<typeof drawnTrack>[1];
const airplane = findAirplane('cairn-4')!;
const context = {
  standard: findStandard('faa-private')!,
  airplane,
  weightLb: airplane.maxWeightLb,
  groundFt: 1000,
  told: [],
  briefs: [],
  thresholds: {},
} as unknown as ScoringContext;
const STALL_KT = airplane.vs1Kias;

/** A stall whose nose drops at a moment, and what it leaves: lines for each column from half a minute before. */
const stallAt = (breakS: number, fromFt = 5000, lossFt = 180, dropDeg = 0) => ({
  alt: [
    [breakS - 30, fromFt],
    [breakS, fromFt],
    [breakS + 6, fromFt - lossFt],
    [breakS + 9, fromFt - lossFt],
    [breakS + 34, fromFt],
  ] as [number, number][],
  ias: [
    [breakS - 40, 95],
    [breakS, STALL_KT - 1],
    [breakS + 8, STALL_KT + 22],
    [breakS + 30, 80],
    [breakS + 60, 95],
  ] as [number, number][],
  pitch: [
    [breakS - 30, 3],
    [breakS, 16],
    [breakS + 2, -8],
    [breakS + 8, 7],
    [breakS + 40, 3],
  ] as [number, number][],
  bank: [
    [breakS, 0],
    [breakS + 2, dropDeg],
    [breakS + 5, 0],
  ] as [number, number][],
});
function drawn(stalls: readonly ReturnType<typeof stallAt>[], more: Columns = {}, rateHz = 4) {
  const line = (name: 'alt' | 'ias' | 'pitch' | 'bank') => through(...stalls.flatMap((one) => one[name]));
  return drawnTrack(
    Math.max(...stalls.map(({ ias }) => ias.at(-1)![0])) + 60,
    { alt_ft: line('alt'), ias_kt: line('ias'), pitch_deg: line('pitch'), bank_deg: line('bank'), ...more },
    { rateHz },
  );
}
const found = (...of: Parameters<typeof drawn>) => findStalls(drawn(...of), context);

test.each([1, 2, 4, 10])(
  'a plain stall is one, at its moment, with its loss (%i rows a second)',
  (rateHz) => {
    const [stall, ...more] = found([stallAt(100)], {}, rateHz);
    expect(more).toEqual([]);
    expect(Math.abs(stall.breakS - 100)).toBeLessThan(2);
    expect(Math.abs(stall.lowestS - 107.5)).toBeLessThan(3);
    expect(Math.abs(stall.breakFt - 5000)).toBeLessThan(25);
    expect(Math.abs(stall.lossFt - 180)).toBeLessThan(25);
  },
);

test('what comes in it comes in order: the indication, the break, the unloading, the lowest', () => {
  const [{ pitchUpS, indicationS, breakS, unloadS, lowestS }] = found([stallAt(100)]);
  expect(pitchUpS).toBeLessThan(breakS);
  expect(indicationS).toBeLessThanOrEqual(breakS);
  expect(indicationS).toBeGreaterThan(80);
  expect(unloadS).toBeGreaterThanOrEqual(breakS - 1);
  expect(lowestS).toBeGreaterThan(breakS);
});

test('a recorded warner is the indication', () => {
  const [{ indicationS }] = found([stallAt(100)], { stall_warn: (s) => Number(s > 90 && s < 103) });
  expect(Math.abs(indicationS - 90)).toBeLessThan(1);
});

test('a wing that drops with the nose is the same stall, to either side', () => {
  const drops = [-35, 35].map((dropDeg) => found([stallAt(100, 5000, 220, dropDeg)]));
  for (const [stall, ...more] of drops) {
    expect(more).toEqual([]);
    expect(Math.abs(stall.breakS - 100)).toBeLessThan(2.5);
  }
  expect(drops[0][0].lossFt).toBeCloseTo(drops[1][0].lossFt, 6);
});

test('two in a row are two, each with its own loss', () => {
  const stalls = found([stallAt(100, 5000, 150), stallAt(220, 5000, 260)]);
  expect(stalls).toHaveLength(2);
  expect(Math.abs(stalls[0].lossFt - 150)).toBeLessThan(25);
  expect(Math.abs(stalls[1].lossFt - 260)).toBeLessThan(30);
});

test('without a pitch recorded it is found by what the airplane did', () => {
  const { alt, ias, bank } = stallAt(100, 5000, 220);
  const stalls = findStalls(
    drawnTrack(
      220,
      { alt_ft: through(...alt), ias_kt: through(...ias), bank_deg: through(...bank) },
      { rateHz: 4 },
    ),
    context,
  );
  expect(stalls).toHaveLength(1);
  expect(Math.abs(stalls[0].breakS - 100)).toBeLessThan(5);
});

describe('is none', () => {
  const none = (columns: Columns, lastsS = 240) =>
    findStalls(
      drawnTrack(lastsS, { alt_ft: () => 5000, pitch_deg: () => 3, ...columns }, { rateHz: 4 }),
      context,
    );

  test('slow flight held just above the warner, and left with power', () => {
    expect(
      none({
        ias_kt: through([30, 95], [80, STALL_KT + 9], [160, STALL_KT + 9], [190, 95]),
        pitch_deg: through([30, 3], [80, 9], [160, 9], [190, 3]),
      }),
    ).toEqual([]);
  });
  test('a steep turn that sags', () => {
    expect(
      none({
        bank_deg: through([60, 0], [64, 48], [100, 48], [104, 0]),
        alt_ft: through([60, 5000], [80, 4900], [100, 5000]),
        ias_kt: through([60, 95], [90, 86], [110, 95]),
      }),
    ).toEqual([]);
  });
  test('a dive out of cruise', () => {
    expect(
      none({
        pitch_deg: through([60, 3], [64, -12], [75, -12], [80, 3]),
        alt_ft: through([60, 5000], [76, 4600]),
        ias_kt: through([60, 95], [76, 125], [120, 95]),
      }),
    ).toEqual([]);
  });
  test('a landing: near the ground nothing is looked for', () => {
    expect(found([stallAt(100, 1020, 20)])).toEqual([]);
  });
});

test('higher up or lower down, the same lines are the same stall', () => {
  const [low] = found([stallAt(100, 3500)]);
  const [high] = found([stallAt(100, 9500)]);
  for (const name of ['breakS', 'unloadS', 'lowestS', 'lossFt', 'pitchUpS'] as const)
    expect(high[name]).toBeCloseTo(low[name], 6);
});
