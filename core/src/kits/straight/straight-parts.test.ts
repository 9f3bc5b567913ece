/** Climbs, descents and what holds for a while, told from drawn lines. */
import { drawnTrack, through } from '../../testing/drawn-track.ts';
import { changeFt, stretches, verticalLegs } from './straight-parts.ts';
import { STRAIGHT_SIGNS } from './tables.ts';

const straight = () => true;

describe('stretches in which something holds', () => {
  const track = drawnTrack(200, {});
  const whileS = (...spans: [number, number][]) => {
    const so = (row: number) =>
      spans.some(([from, to]) => track.timeS[row] >= from && track.timeS[row] <= to);
    return stretches(track, so, 20).map(({ startS, endS }) => [startS, endS]);
  };

  test('are found from their first moment to their last', () => {
    expect(whileS([30, 80])).toEqual([[30, 80]]);
  });
  test('a short break is bridged, a long one parts them', () => {
    expect(whileS([30, 60], [63, 90])).toEqual([[30, 90]]);
    expect(whileS([30, 60], [75, 100])).toEqual([
      [30, 60],
      [75, 100],
    ]);
  });
  test('what is too short is none, and bridging does not make up for what did not hold', () => {
    expect(whileS([30, 45])).toEqual([]);
    expect(whileS([30, 31], [60, 61], [90, 91])).toEqual([]);
  });
  test('one that goes on to the end of the recording ends there', () => {
    expect(whileS([150, 999])).toEqual([[150, 200]]);
  });
  test('none goes over a gap of the recording', () => {
    const broken = drawnTrack(200, {}, { gapsS: [[80, 100]] });
    expect(stretches(broken, straight, 20).map(({ startS, endS }) => [startS, endS])).toEqual([
      [0, 80],
      [100, 200],
    ]);
  });
});

describe.each([
  ['climb', 1],
  ['descent', -1],
] as const)('a %s', (_, side) => {
  const leg = (fpm: number, lastsS: number, more: Parameters<typeof drawnTrack>[1] = {}) => {
    const gainFt = (side * fpm * lastsS) / 60;
    return drawnTrack(60 + lastsS + 60, {
      alt_ft: through([60, 4000], [60 + lastsS, 4000 + gainFt]),
      ...more,
    });
  };

  test('is found with the levelling off that ends it', () => {
    const [found, ...more] = verticalLegs(leg(600, 90), straight, side);
    expect(more).toEqual([]);
    expect(Math.abs(found.startS - 60)).toBeLessThan(2);
    expect(found.endS).toBeGreaterThan(150);
    expect(found.endS).toBeLessThanOrEqual(150 + STRAIGHT_SIGNS.levelOffS + 2);
  });
  test('is none of the other way', () => {
    expect(verticalLegs(leg(600, 90), straight, side === 1 ? -1 : 1)).toEqual([]);
  });
  test('that is slow, short or small is none', () => {
    expect(verticalLegs(leg(150, 120), straight, side)).toEqual([]);
    expect(verticalLegs(leg(900, 20), straight, side)).toEqual([]);
    expect(verticalLegs(leg(300, 40), straight, side)).toEqual([]);
  });
  test('ends where a turn into the next thing begins, once it has been level', () => {
    const turning = leg(600, 90, { bank_deg: through([160, 0], [163, 20], [200, 20]) });
    const [{ endS }] = verticalLegs(turning, straight, side);
    expect(endS).toBeGreaterThan(153);
    expect(endS).toBeLessThan(163.5);
  });
  test('two with level flight between them are two', () => {
    const steps = drawnTrack(360, {
      alt_ft: through(
        [40, 4000],
        [100, 4000 + side * 600],
        [180, 4000 + side * 600],
        [240, 4000 + side * 1200],
      ),
    });
    expect(verticalLegs(steps, straight, side)).toHaveLength(2);
  });
  test('changes the altitude by what it was drawn to', () => {
    expect(changeFt(leg(600, 90), 55, 155)).toBeCloseTo(side * 900, 0);
  });
});
