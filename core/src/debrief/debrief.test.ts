import { matchInterval, overlapOf } from './edits.ts';
import { energyCause } from './energy.ts';

describe('the energy rule', () => {
  test('160 ft traded for 18 kt was pitch', () => {
    // 95 to 113 kt TAS is worth (113² − 95²) × 0.2642 m²/s² / 2g = 165 ft.
    expect(energyCause({ altitudeFt: 4500, tasKt: 95 }, { altitudeFt: 4340, tasKt: 113 }).cause).toBe(
      'pitch',
    );
  });
  test('height lost at the same speed was power or drag', () => {
    expect(energyCause({ altitudeFt: 4500, tasKt: 95 }, { altitudeFt: 4340, tasKt: 95 }).cause).toBe(
      'less-energy',
    );
  });
  test('height gained at the same speed was power', () => {
    expect(energyCause({ altitudeFt: 4500, tasKt: 95 }, { altitudeFt: 4660, tasKt: 95 }).cause).toBe(
      'more-energy',
    );
  });
});

describe('what was said finds its attempt again by overlap', () => {
  const attempts = [
    { maneuver: 'steep-turn', startS: 30, endS: 70 },
    { maneuver: 'steep-turn', startS: 80, endS: 120 },
  ];
  test('moved edges still match', () => {
    expect(matchInterval(attempts, { maneuver: 'steep-turn', startS: 84, endS: 121 })).toBe(1);
  });
  test('another maneuver, or too little in common, is an orphan', () => {
    expect(matchInterval(attempts, { maneuver: 'slow-flight', startS: 30, endS: 70 })).toBe(-1);
    expect(matchInterval(attempts, { maneuver: 'steep-turn', startS: 60, endS: 90 })).toBe(-1);
  });
  test('overlap is shared time over the longer', () => {
    expect(overlapOf(attempts[0], { maneuver: 'steep-turn', startS: 50, endS: 60 })).toBe(0.25);
  });
});
