/** Whatever way was flown, GPX carries it there and back. */
import fc from 'fast-check';
import type { Recording } from '../columns/recording.ts';
import { readRecording } from '../read/read-recording.ts';
import { writeGpx } from './write-gpx.ts';
import { writeKml } from './write-kml.ts';

const flights = fc
  .record({
    startMs: fc.integer({ min: Date.UTC(2020, 0, 1), max: Date.UTC(2029, 11, 31) }),
    latDeg: fc.double({ min: -80, max: 80, noNaN: true }),
    lonDeg: fc.double({ min: -170, max: 170, noNaN: true }),
    steps: fc.array(
      fc.record({
        seconds: fc.constantFrom(1, 1, 1, 2, 15),
        north: fc.double({ min: -0.001, max: 0.001, noNaN: true }),
        east: fc.double({ min: -0.001, max: 0.001, noNaN: true }),
        feet: fc.double({ min: -30, max: 30, noNaN: true }),
      }),
      { minLength: 3, maxLength: 60 },
    ),
  })
  .map(({ startMs, latDeg, lonDeg, steps }): Recording => {
    let [s, lat, lon, ft] = [0, latDeg, lonDeg, 5000];
    const rows = steps.map((step) => {
      s += step.seconds;
      lat += step.north;
      lon += step.east;
      ft += step.feet;
      return [s, lat, lon, ft];
    });
    const column = (k: number) => Float64Array.from(rows, (row) => row[k]);
    return {
      header: {},
      epochMs: startMs,
      timeS: column(0),
      channels: { lat_deg: column(1), lon_deg: column(2), gps_alt_ft: column(3) },
      warnings: [],
    };
  });

test('every place, height and time', () => {
  fc.assert(
    fc.property(flights, (flight) => {
      const again = readRecording(writeGpx(flight, 'a flight'));
      expect(again.timeS).toHaveLength(flight.timeS.length);
      const shiftS = (flight.epochMs! + 1000 * flight.timeS[0] - again.epochMs!) / 1000;
      expect(shiftS).toBeCloseTo(0, 3);
      flight.timeS.forEach((s, i) => {
        expect(again.timeS[i]).toBeCloseTo(s - flight.timeS[0], 3);
        expect(again.channels.lat_deg![i]).toBeCloseTo(flight.channels.lat_deg![i], 6);
        expect(again.channels.lon_deg![i]).toBeCloseTo(flight.channels.lon_deg![i], 6);
        expect(Math.abs(again.channels.gps_alt_ft![i] - flight.channels.gps_alt_ft![i])).toBeLessThan(0.05);
      });
    }),
    { numRuns: 40 },
  );
});

test('a name with signs of the markup breaks neither', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme-ascii', maxLength: 30 }), (name) => {
      const flight = fc.sample(flights, { numRuns: 1, seed: 7 })[0];
      const named = [{ name, startS: flight.timeS[0], endS: flight.timeS.at(-1)! }];
      expect(readRecording(writeGpx(flight, name, named)).timeS).toHaveLength(flight.timeS.length);
      expect(writeKml(flight, name, named)).toContain('<Document>');
    }),
    { numRuns: 60 },
  );
});
