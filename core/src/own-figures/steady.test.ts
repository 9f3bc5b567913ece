import { readRecordingCsv } from '../recording/csv/csv.ts';
import { makeTrack } from '../recording/track/track.ts';
import { steadyStretches } from './steady.ts';

interface Flown {
  kt?: (s: number) => number;
  rpm?: (s: number) => number;
  bankDeg?: (s: number) => number;
  altFt?: (s: number) => number;
}

/** A minute at 5 Hz. */
function stretches(
  { kt = () => 95, rpm = () => 2300, bankDeg = () => 0, altFt = () => 4500 }: Flown,
  counts = () => true,
) {
  const rows = Array.from({ length: 301 }, (_, i) => {
    const s = i / 5;
    return `${s},${altFt(s).toFixed(1)},${kt(s).toFixed(2)},360,${bankDeg(s).toFixed(1)},${rpm(s).toFixed(0)}`;
  });
  const track = makeTrack(
    readRecordingCsv(`time_s,alt_ft,ias_kt,hdg_deg,bank_deg,rpm\n${rows.join('\n')}\n`),
  );
  const found = steadyStretches(track, track.other('rpm')!.values, counts);
  return found.map(({ from, to }) => [track.timeS[from], track.timeS[to - 1]]);
}

test('steady flight is windows of fifteen seconds, none over another', () => {
  const found = stretches({});
  expect(found).toHaveLength(4);
  found.forEach(([fromS, toS], i) => {
    expect(toS - fromS).toBeCloseTo(15, 6);
    if (i > 0) expect(fromS).toBeGreaterThanOrEqual(found[i - 1][1]);
  });
});

test.each<[string, Flown]>([
  ['a turn', { bankDeg: () => 20 }],
  ['a speed that runs away', { kt: (s) => 80 + 0.5 * s }],
  ['power that is moved to and fro', { rpm: (s) => 2300 + (Math.floor(s / 5) % 2) * 200 }],
  ['a climb', { altFt: (s) => 4500 + 8 * s }],
  ['a rise and fall', { altFt: (s) => 4500 + 25 * Math.sin(s / 2) }],
])('%s is not steady', (_, flown) => expect(stretches(flown)).toEqual([]));

test('a gentle climb is taken with its rate, flaps are left out by whoever asks', () => {
  expect(stretches({ altFt: (s) => 4500 + 2 * s }).length).toBeGreaterThan(0);
  expect(stretches({}, () => false)).toEqual([]);
});

test('what comes after a turn counts again', () => {
  const found = stretches({ bankDeg: (s) => (s < 30 ? 25 : 0) });
  expect(found.length).toBeGreaterThan(0);
  expect(found.every(([fromS]) => fromS >= 29)).toBe(true);
});
