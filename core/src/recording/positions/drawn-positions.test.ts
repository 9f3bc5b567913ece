/** Lessons drawn as positions in an 18 kt wind, three metres of wandering error: the steep turns and the wind. */

import { fleet } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { findStandard } from '../../standards/standards.ts';
import { drawPositions } from '../../testing/drawn-lesson/lesson.ts';
import { overlap } from '../../testing/overlap.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { meanWind, type TurnWind, turnWinds, windOver } from './wind.ts';

const standard = findStandard('faa-private')!;

describe.each([
  [1, 5],
  [1, 120],
  [5, 30],
])('%d a second, errors that last %d s', (rateHz, memoryS) => {
  // Seeds 5 and 9 hold a turn flown while slowing, whose circle is 17 kt off.
  test.each([1, 2, 5, 9])('lesson %d', (seed) => {
    const windFromDeg = (seed * 77) % 360;
    const { recording, truths } = drawPositions(seed, {
      rateHz,
      windFromDeg,
      windKt: 18,
      errorM: 3,
      memoryS,
    });
    const { attempts, recording: about } = scoreRecording(recording, { standard });
    expect(Math.abs(about.wind!.speedKt - 18)).toBeLessThan(3);
    expect(Math.abs(shortestTurnDeg(windFromDeg, about.wind!.fromDeg))).toBeLessThan(15);
    for (const { maneuver, variant, startS, endS } of truths.filter((one) => one.maneuver === 'steep-turn')) {
      const found = attempts.filter(
        (one) => one.maneuver === maneuver && one.variant === variant && overlap(one, { startS, endS }) > 0.6,
      );
      expect(found).toHaveLength(1);
    }
  });
});

test('an airspeed that is near nothing for a moment, by its own error, makes no ground of the altitude', () => {
  const { recording, truths } = drawPositions(6, {
    rateHz: 1,
    windFromDeg: 102,
    windKt: 18,
    errorM: 3,
    memoryS: 5,
  });
  const found = scoreRecording(recording, { standard, airplane: fleet[0] }).attempts.map(
    ({ maneuver }) => maneuver,
  );
  for (const { maneuver } of truths.filter((one) => one.maneuver.endsWith('turn')))
    expect(found).toContain(maneuver);
});

test('a turn that disagrees with all the others counts for little', () => {
  // Three circles in the same wind, and one whose airspeed fell from 50 to 26 m/s on the way round.
  const rows = 4 * 60;
  const timeS = Float64Array.from({ length: rows }, (_, i) => i);
  const [north, east] = [timeS.slice(), timeS.slice()];
  for (let i = 0; i < rows; i++) {
    const [turn, k] = [Math.floor(i / 60), i % 60];
    const turning = k < 45;
    const angle = (Math.min(k, 45) * 6 * Math.PI) / 180;
    const speed = turn === 3 && turning ? 50 - k * 0.53 : 48;
    north[i] = speed * Math.cos(angle) - 6;
    east[i] = speed * Math.sin(angle) + 3;
  }
  const winds = turnWinds(timeS, { north, east, latDeg: 54, lonDeg: -3 }, [{ from: 0, to: rows }]);
  const trust = winds.map((one: TurnWind) => one.trust);
  expect(trust).toHaveLength(4);
  expect(Math.min(...trust.slice(0, 3))).toBeGreaterThan(0.8);
  expect(trust[3]).toBeLessThan(0.2);
});

describe('a wind that changes with height and time', () => {
  // Six circles in an hour, 300 m higher each: from 3 m/s to 13 m/s out of the west, no error of the positions at all.
  const STEP_S = 600;
  const windAtS = (s: number) => 3 + (s / STEP_S) * 2;
  const rows = 6 * STEP_S;
  const timeS = Float64Array.from({ length: rows }, (_, i) => i);
  const heightM = timeS.map((s) => 1000 + (s / STEP_S) * 300);
  const circling = (s: number) => s % STEP_S < 45;
  const angle = (s: number) => (Math.min(s % STEP_S, 45) * 8 * Math.PI) / 180;
  const velocity = {
    north: timeS.map((s) => 30 * Math.cos(angle(s))),
    east: timeS.map((s) => 30 * Math.sin(angle(s)) + windAtS(s)),
    latDeg: 46,
    lonDeg: 8,
  };
  const winds = turnWinds(timeS, velocity, [{ from: 0, to: rows }], heightM);

  test('its circles are known to a tenth, and its mean only as far as the airs lie apart', () => {
    expect(winds).toHaveLength(6);
    expect(timeS.filter(circling).length).toBe(6 * 45);
    const mean = meanWind(winds);
    expect(mean.standardErrorMps).toBeGreaterThan(0.8);
    expect(Math.abs(mean.east - windAtS(rows / 2))).toBeLessThan(2 * mean.standardErrorMps);
  });
  test('between the circles it is known as well as it changed there', () => {
    const at = windOver(winds);
    for (const s of [300, 900, 1500, 2100, 2700]) {
      const wind = at({ atS: s, heightM: heightM[s] });
      expect(wind.standardErrorMps).toBeGreaterThan(0.6);
      expect(Math.abs(wind.east - windAtS(s))).toBeLessThan(2 * wind.standardErrorMps);
    }
  });
  test('a steady wind seen many times is known to what circles have in common, and not better', () => {
    const steady = turnWinds(
      timeS,
      { ...velocity, east: velocity.east.map((east, s) => east - windAtS(s) + 6) },
      [{ from: 0, to: rows }],
      heightM,
    );
    const { east, standardErrorMps } = meanWind(steady);
    expect(east).toBeCloseTo(6, 1);
    expect(standardErrorMps).toBeGreaterThan(0.6);
    expect(standardErrorMps).toBeLessThan(1);
  });
});
