/** The airplane on the ground and near to it, against figures that were not made here. */
import { fleet } from '../../airplane/fleet.ts';
import { stand } from '../../fly/airfield.ts';
import { airframeFor } from '../../fly/fly.ts';
import { takeoffFt, touched } from '../../testing/by-the-book.ts';
import { beginFlight, STEP_HZ, stepFlight } from './flight.ts';
import { trimFlight } from './trim.ts';
import { groundEffect } from './wheels.ts';

const SEA = { pressureAltitudeFt: 0, oatC: 10 };

// Pilot's Handbook of Aeronautical Knowledge (FAA-H-8083-25), ground effect, from memory: at a height of one span the
// induced drag is 1.4 percent less, at a quarter of it 23.5, at a tenth 47.6.
test.each([
  [1, 0.014],
  [0.25, 0.235],
  [0.1, 0.476],
])('at %s spans above the ground the induced drag is less by %s', (spans, less) => {
  expect(Math.abs(1 - groundEffect(spans * 11, 11) - less)).toBeLessThan(0.012);
});

// The tables of the invented airplanes' handbooks stand beside the real ones of their size; nothing was fitted to them but
// the brakes. The page of the standard asks for a tenth.
describe.each(fleet.map((airplane) => [airplane.id, airplane] as const))('%s', (_, airplane) => {
  const rows = (table: 'takeoff' | 'landing') =>
    airplane.book?.[table]?.filter(({ pressureAltitudeFt }) => pressureAltitudeFt % 4000 === 0) ?? [];

  test('rolls and climbs to 50 ft as far as its handbook says, to a tenth', () => {
    expect(rows('takeoff').length).toBeGreaterThan(4);
    for (const row of rows('takeoff')) {
      const flown = takeoffFt(airplane, row);
      expect(Math.abs(flown.groundFt / row.groundFt - 1)).toBeLessThan(0.1);
      expect(Math.abs(flown.over50Ft / row.over50Ft - 1)).toBeLessThan(0.1);
    }
  });

  test('stops from the touch as its handbook says, to a tenth', () => {
    expect(rows('landing').length).toBeGreaterThan(4);
    for (const row of rows('landing')) {
      const flown = touched(airplane, row);
      expect(Math.abs(flown.groundFt / row.groundFt - 1)).toBeLessThan(0.1);
      expect(Math.abs(flown.over50Ft / row.over50Ft - 1)).toBeLessThan(0.12);
    }
  });

  test('touches once, straight and softly', () => {
    const { bouncedS, loadG, sideG, noseDeg, offFt, kias } = touched(airplane, SEA);
    expect(bouncedS).toBe(0);
    expect(loadG).toBeLessThan(1.6);
    expect(sideG).toBeLessThan(0.12);
    expect(Math.abs(noseDeg)).toBeLessThan(2);
    expect(offFt).toBeLessThan(10);
    expect(kias).toBeLessThan(1.2 * airplane.vs0Kias);
  });

  // Common practice, no source: what each way of landing badly feels like.
  test('flared late it leaves the ground again; flared high it drops', () => {
    const late = touched(airplane, SEA, {}, 'late-flare');
    expect(late.bouncedS).toBeGreaterThan(0.5);
    expect(late.loadG).toBeGreaterThan(1.8);
    const high = touched(airplane, SEA, {}, 'high-flare');
    expect(high.loadG).toBeGreaterThan(1.6);
    expect(high.kias).toBeLessThan(airplane.vs0Kias + 2);
  });

  test('in a crosswind it touches with the nose along the runway, or is jerked round', () => {
    const wind = { windFromDeg: 270, windKt: 12 };
    const straight = touched(airplane, SEA, wind);
    const crabbed = touched(airplane, SEA, wind, 'crab-at-touch');
    expect(Math.abs(straight.noseDeg)).toBeLessThan(5.5);
    expect(Math.abs(crabbed.noseDeg)).toBeGreaterThan(8);
    expect(crabbed.sideG).toBeGreaterThan(1.3 * straight.sideG);
    expect(crabbed.offFt).toBeLessThan(40);
  });

  test('stands on its brakes with the engine idling, whatever the wind', () => {
    const airframe = airframeFor(airplane, airplane.maxWeightLb);
    for (const windFromDeg of [0, 90, 180, 225]) {
      const kias = 1.5 * airplane.vs1Kias;
      const flight = beginFlight(airframe, trimFlight(airframe, { altitudeFt: 1000, kias }), {
        windFromDeg,
        windKt: 15,
      });
      stand(flight, { fieldFt: 0, runwayDeg: 360, northM: 0, eastM: 0 }, 360);
      for (let i = 0; i < 60 * STEP_HZ; i++) stepFlight(flight);
      const { northM, eastM, altitudeM } = flight.state;
      expect(Math.hypot(northM, eastM)).toBeLessThan(0.2);
      expect(Math.abs(altitudeM)).toBeLessThan(0.15);
      expect(flight.motion.onWheels).toBeCloseTo(1, 1);
    }
  });
});
