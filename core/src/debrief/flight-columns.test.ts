import fc from 'fast-check';
import type { Recording } from '../recording/columns/recording.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { makeTrack } from '../recording/track/track.ts';
import {
  decodeFlight,
  encodeFlight,
  FLIGHT_COLUMNS,
  flightColumns,
  momentAt,
  rowAt,
} from './flight-columns.ts';

const rows = (rate: number, seconds: number, row: (atS: number) => string) =>
  Array.from({ length: rate * seconds + 1 }, (_, i) => `${i / rate},${row(i / rate)}`).join('\n');
/** Northwest at 100 kt, turning right through north, climbing 300 ft/min. */
const recording = (rate = 5): Recording =>
  readRecordingCsv(
    `time_s,alt_ft,ias_kt,hdg_deg,bank_deg\n${rows(rate, 60, (s) => `${4000 + 5 * s},100,${(340 + s) % 360},${s < 30 ? 0 : 20}`)}\n`,
  );

test('what crosses the wire is what went in', () => {
  const flight = flightColumns(makeTrack(recording()));
  const again = decodeFlight(encodeFlight(flight).buffer);
  expect(again).toEqual(flight);
  expect(again.rows).toBe(301);
});

test('seconds since 1970 keep each its own time, to the millisecond', () => {
  const fromS = 1_795_000_000;
  const source = `time_s,alt_ft,ias_kt,hdg_deg\n${Array.from({ length: 1101 }, (_, i) => `${(fromS + i / 10).toFixed(1)},4000,100,360`).join('\n')}\n`;
  const flight = flightColumns(makeTrack(readRecordingCsv(source)));
  const { time_s: times } = decodeFlight(encodeFlight(flight).buffer).columns;
  expect(new Set(times).size).toBe(1101);
  for (const [i, timeS] of times.entries()) expect(timeS).toBeCloseTo(fromS + i / 10, 3);
  expect(rowAt(times, fromS + 55.05)).toBe(550);
});

test('a flight that was kept before its columns were named opens as it was', () => {
  const flight = flightColumns(makeTrack(recording()));
  // As it was written then: the notes alone at the head, and thirteen columns without the manifold pressure.
  const json = new TextEncoder().encode(JSON.stringify(flight.notes));
  const lead = 4 + 4 * Math.ceil(json.length / 4);
  const old = FLIGHT_COLUMNS.filter((name) => name !== 'map_inhg');
  const bytes = new Uint8Array(lead + old.length * flight.rows * 4);
  new DataView(bytes.buffer).setUint32(0, json.length, true);
  bytes.set(json, 4);
  old.forEach((name, c) => {
    bytes.set(new Uint8Array(Float32Array.from(flight.columns[name]).buffer), lead + c * flight.rows * 4);
  });
  const again = decodeFlight(bytes.buffer);
  expect(again).toEqual(flight);
  expect(again.columns.map_inhg.every(Number.isNaN)).toBe(true);
});

test('more than ten rows a second are thinned, fewer are kept', () => {
  expect(flightColumns(makeTrack(recording(50))).rows).toBe(601);
  expect(flightColumns(makeTrack(recording(2))).rows).toBe(121);
});

test('what was not recorded is said, and the nose lies along the path', () => {
  const flight = flightColumns(makeTrack(recording()));
  expect(flight.notes.join()).toMatch(/pitch was not recorded.*no positions were recorded/);
  expect(flight.columns.rpm.every(Number.isNaN)).toBe(true);
  const { pitch_deg } = momentAt(flight, 20);
  // 300 ft/min at the true airspeed of 100 kt indicated near 4,000 ft, about 106 kt: atan(1.524 / 54.6).
  expect(pitch_deg).toBeGreaterThan(1.4);
  expect(pitch_deg).toBeLessThan(1.8);
});

test('without positions the way follows from heading and speed', () => {
  const { columns, rows: last } = flightColumns(makeTrack(recording()));
  const wayM = Math.hypot(columns.north_m[last - 1], columns.east_m[last - 1]);
  expect(wayM).toBeGreaterThan(3000);
  expect(wayM).toBeLessThan(3400);
});

test('a moment lies between its rows, headings the short way through north', () => {
  const flight = flightColumns(makeTrack(recording(1)));
  expect(momentAt(flight, 19.5).hdg_deg).toBeCloseTo(359.5, 1);
  expect(momentAt(flight, 20.25).hdg_deg).toBeCloseTo(0.25, 1);
  expect(momentAt(flight, 10.5).alt_ft).toBeCloseTo(4052.5, 0);
  expect(momentAt(flight, -5).alt_ft).toBeCloseTo(4000, 0);
  expect(momentAt(flight, 900).alt_ft).toBeCloseTo(4300, 0);
});

test('rowAt is the last row not after the time', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1 }),
      fc.integer({ min: 0, max: 400 }),
      (steps, at) => {
        let sum = 0;
        const timeS = steps.map((step) => {
          sum += step;
          return sum;
        });
        const row = rowAt(timeS, at);
        expect(row === 0 || timeS[row] <= at).toBe(true);
        expect(row === timeS.length - 1 || timeS[row + 1] > at).toBe(true);
      },
    ),
  );
});
