/** The rows so far against the whole flight: what is said of a row half a second later is what will be said of it for good. */
import fc from 'fast-check';
import type { Recording } from '../recording/columns/recording.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { makeTrack } from '../recording/track/track.ts';
import { openLiveColumns, type RowSoFar } from './live-columns.ts';

const NAMES = ['alt_ft', 'ias_kt', 'hdg_deg', 'bank_deg', 'lat_g'] as const;

const flights = fc.record({
  stepS: fc.constantFrom(0.1, 0.2, 0.25, 0.5, 1),
  rows: fc.array(
    fc.record({
      alt_ft: fc.double({ min: 4300, max: 4700, noNaN: true }),
      ias_kt: fc.double({ min: 60, max: 120, noNaN: true }),
      turnDeg: fc.double({ min: -40, max: 40, noNaN: true }),
      bank_deg: fc.double({ min: -70, max: 70, noNaN: true }),
      lat_g: fc.double({ min: -0.4, max: 0.4, noNaN: true }),
    }),
    { minLength: 30, maxLength: 120 },
  ),
});

const rowsOf = ({ stepS, rows }: { stepS: number; rows: { turnDeg: number }[] }): RowSoFar[] => {
  let heading = 350;
  return rows.map(({ turnDeg, ...row }, i) => {
    heading = (heading + turnDeg + 360) % 360;
    return { timeS: i * stepS, hdg_deg: heading, ...row };
  });
};

const asRecording = (rows: readonly RowSoFar[]): Recording => ({
  header: {},
  timeS: Float64Array.from(rows, ({ timeS }) => timeS),
  channels: Object.fromEntries(
    NAMES.map((name) => [name, Float64Array.from(rows, (row) => row[name] ?? Number.NaN)]),
  ),
  warnings: [],
});

test('a row that is final has the value that the whole flight gives it (property)', () => {
  fc.assert(
    fc.property(flights, fc.integer({ min: 5, max: 29 }), (flight, asksFrom) => {
      const rows = rowsOf(flight);
      const track = makeTrack(asRecording(rows));
      const live = openLiveColumns();
      const other: string[] = [];
      rows.forEach((row, i) => {
        live.push(row);
        // Asked late as well as from the first row.
        if (i < asksFrom) return;
        for (const [values, whole] of [
          [live.altitudeFt.values, track.altitudeFt.values],
          [live.airspeedKt.values, track.airspeedKt.values],
          [live.headingDeg.values, track.headingDeg.values],
          [live.bankDeg.values, track.bankDeg.values],
          [live.other('lat_g')!.values, track.other('lat_g')!.values],
        ])
          for (let k = Math.max(0, i - 12); k < live.rows; k++)
            if (!(Math.abs(values[k] - whole[k]) < 1e-9))
              other.push(`${i} ${k}: ${values[k]} for ${whole[k]}`);
      });
      expect(other).toEqual([]);
      // Half a second behind, and less than a step more.
      expect(rows[rows.length - 1].timeS - live.timeS[live.rows - 1]).toBeLessThan(0.5 + flight.stepS);
    }),
  );
});

test('what was not measured is not known, and time does not go back', () => {
  const live = openLiveColumns();
  for (let i = 0; i < 20; i++) live.push({ timeS: i / 10, alt_ft: 4500 });
  expect(live.other('lat_g')).toBeUndefined();
  expect(live.airspeedKt.values[3]).toBeUndefined();
  expect(() => live.push({ timeS: 1 })).toThrow(RangeError);
});

test('it grows with the flight', () => {
  const live = openLiveColumns();
  for (let i = 0; i < 5000; i++) live.push({ timeS: i / 10, alt_ft: i });
  expect(live.rows).toBe(4995);
  expect(live.altitudeFt.values[4000]).toBe(4000);
});

test('a file read row by row is the same file', () => {
  const text = `time_s,alt_ft,ias_kt,hdg_deg,bank_deg\n${Array.from({ length: 60 }, (_, i) => `${i / 5},${4500 + (i % 7)},95,${(350 + i) % 360},${i % 5}`).join('\n')}\n`;
  const recording = readRecordingCsv(text);
  const track = makeTrack(recording);
  const live = openLiveColumns();
  for (let i = 0; i < recording.timeS.length; i++)
    live.push({
      timeS: recording.timeS[i],
      ...Object.fromEntries(Object.entries(recording.channels).map(([name, v]) => [name, v[i]])),
    });
  expect([...live.headingDeg.values.subarray(0, live.rows)]).toEqual([
    ...track.headingDeg.values.subarray(0, live.rows),
  ]);
});
