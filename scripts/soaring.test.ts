/** The estimate that real soaring logs are held against, on circles whose wind is known. */
import { readRecordingCsv } from '@keel/core';
import { soared, soaredLine } from './lib/soaring.ts';

const M_PER_DEG = 111_320;

/** Circles of 22 s at 25 m/s, carried along by the wind, a position a second. */
function circling(wind: { northMps: number; eastMps: number }, circles: number): string {
  const rows: string[] = [];
  const rate = (2 * Math.PI) / 22;
  const radius = 25 / rate;
  const shrink = Math.cos((46 * Math.PI) / 180);
  for (let s = 0; s <= 120 + circles * 22; s++) {
    const inTurn = Math.max(0, s - 60);
    const turned = Math.min(inTurn, circles * 22) * rate;
    const before = Math.min(s, 60) * 25;
    const after = Math.max(0, inTurn - circles * 22) * 25;
    const north = before + after + radius * Math.sin(turned) + wind.northMps * s;
    const east = radius * (1 - Math.cos(turned)) + wind.eastMps * s;
    rows.push(`${s},${1200 + s},${46 + north / M_PER_DEG},${7 + east / M_PER_DEG / shrink}`);
  }
  return `time_s,gps_alt_ft,lat_deg,lon_deg\n${rows.join('\n')}\n`;
}

test('the drift of whole circles is the wind, and the recording’s own wind agrees', () => {
  // 5 m/s to the south and 3 to the east: from 329°, 11.3 kt.
  const found = soared(readRecordingCsv(circling({ northMps: -5, eastMps: 3 }, 6)));
  expect(found.thermals).toBe(1);
  // A position a second is 16° of the circle: so well the ends of whole circles are known.
  expect(Math.abs(found.drift!.fromDeg - 329)).toBeLessThan(4);
  expect(Math.abs(found.drift!.speedKt - 11.33)).toBeLessThan(0.7);
  expect(found.differenceKt).toBeLessThan(1);
  expect(soaredLine('a', found)).toMatch(
    /^a: 253 positions, 1 thermals, wind 3[23]\d° 1\d\.\d kt, by drift 3[23]\d° 1[12]\.\d kt/,
  );
});

test('two circles are not enough to tell', () => {
  const found = soared(readRecordingCsv(circling({ northMps: -5, eastMps: 3 }, 2)));
  expect([found.thermals, found.drift, found.differenceKt]).toEqual([0, null, Number.NaN]);
});
