/**
 * Where a flight is drawn: from positions, and without them from heading and speed. A minute of latitude is a nautical mile, as
 * the mile was once defined (1,852 m, since 1929 by definition); a minute of longitude is that times the cosine of the latitude.
 */
import fc from 'fast-check';
import { drawnTrack, through } from '../testing/drawn-track.ts';
import { flightColumns } from './flight-columns.ts';

const NM_M = 1852;
const lastOf = (column: Float32Array) => column[column.length - 1];

test('a mile to the north and a mile to the east, at any latitude flown at', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -66, max: 66, noNaN: true }),
      fc.double({ min: -179, max: 179, noNaN: true }),
      (lat, lon) => {
        const mileEast = 1 / 60 / Math.cos((lat * Math.PI) / 180);
        const { columns, notes } = flightColumns(
          drawnTrack(70, {
            lat_deg: through([0, lat], [60, lat + 1 / 60]),
            lon_deg: through([0, lon], [60, lon + mileEast]),
          }),
        );
        // On a sphere whose degree is 111,320 m: within half a percent.
        expect(lastOf(columns.north_m)).toBeGreaterThan(NM_M * 0.995);
        expect(lastOf(columns.north_m)).toBeLessThan(NM_M * 1.005);
        expect(lastOf(columns.east_m)).toBeGreaterThan(NM_M * 0.995);
        expect(lastOf(columns.east_m)).toBeLessThan(NM_M * 1.005);
        expect(notes.join()).not.toMatch(/positions/);
      },
    ),
    { numRuns: 30 },
  );
});

test('over the date line it is as far as anywhere', () => {
  const { columns } = flightColumns(
    drawnTrack(60, { lat_deg: () => 0, lon_deg: (s) => (s < 30 ? 180 - 1 / 60 : -180 + 1 / 60) }),
  );
  expect(Math.abs(lastOf(columns.east_m) - 2 * NM_M)).toBeLessThan(20);
});

test.each([
  ['north', 0, [1, 0]],
  ['east', 90, [0, 1]],
  ['south-west', 225, [-Math.SQRT1_2, -Math.SQRT1_2]],
] as const)('without positions it goes %s by heading and true airspeed', (_, headingDeg, [north, east]) => {
  // 90 kt indicated at 4,000 ft, where the standard atmosphere has 0.8881 of the sea's density (US Standard Atmosphere 1976).
  const tasKt = 90 / Math.sqrt(0.8881);
  const { columns, notes } = flightColumns(drawnTrack(180, { hdg_deg: () => headingDeg }));
  const flownM = (tasKt * NM_M * 180) / 3600;
  expect(Math.abs(lastOf(columns.north_m) - north * flownM)).toBeLessThan(0.01 * flownM);
  expect(Math.abs(lastOf(columns.east_m) - east * flownM)).toBeLessThan(0.01 * flownM);
  // Still air is assumed, and that is said.
  expect(notes.join()).toMatch(/no positions were recorded.*without wind/);
});

test('a whole circle comes back to where it began', () => {
  const { columns } = flightColumns(drawnTrack(120, { hdg_deg: (s) => (3 * s) % 360 }, { rateHz: 5 }));
  const circumferenceM = 90 * (NM_M / 3600) * 120;
  expect(Math.hypot(lastOf(columns.north_m), lastOf(columns.east_m))).toBeLessThan(0.02 * circumferenceM);
  expect(Math.max(...columns.east_m)).toBeGreaterThan(0.2 * circumferenceM);
});

test('nothing is flown through a hole: it goes on from where the record went on', () => {
  const whole = flightColumns(drawnTrack(120, {}));
  const holed = flightColumns(drawnTrack(120, {}, { gapsS: [[40, 80]] }));
  const missingM = lastOf(whole.columns.east_m) - lastOf(holed.columns.east_m);
  const holeM = (lastOf(whole.columns.east_m) * 40) / 120;
  expect(missingM).toBeGreaterThan(0.85 * holeM);
  expect(missingM).toBeLessThan(1.05 * holeM);
});
