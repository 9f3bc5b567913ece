import { readRecordingCsv } from '../recording/csv/csv.ts';
import { makeTrack } from '../recording/track/track.ts';
import { gustKt, isRough } from '../signals/air.ts';

/** Level flight at 10 Hz for a minute; what the load and the airspeed do on top of it. */
function track(loadG: (s: number) => number, kt: (s: number) => number = () => 0, withLoad = true) {
  const rows = Array.from({ length: 601 }, (_, i) => {
    const s = i / 10;
    return [s, 4500, (95 + kt(s)).toFixed(2), 360, 0, ...(withLoad ? [(1 + loadG(s)).toFixed(4)] : [])].join(
      ',',
    );
  });
  return makeTrack(
    readRecordingCsv(
      `time_s,alt_ft,ias_kt,hdg_deg,bank_deg${withLoad ? ',load_g' : ''}\n${rows.join('\n')}\n`,
    ),
  );
}
const all = { from: 0, to: 601 };

test('gusts of a second are rough air, a slow pull is not', () => {
  expect(
    isRough(
      track((s) => 0.08 * Math.sin(5 * s)),
      all,
    ),
  ).toBe(true);
  expect(
    isRough(
      track((s) => 0.3 * Math.sin(0.2 * s)),
      all,
    ),
  ).toBe(false);
  expect(
    isRough(
      track(() => 0),
      all,
    ),
  ).toBe(false);
});

test('without a recorded load nobody can tell', () =>
  expect(
    isRough(
      track(() => 0, undefined, false),
      all,
    ),
  ).toBe(false));

test('a steady drift of the speed is no gust, scatter about it is', () => {
  expect(
    gustKt(
      track(
        () => 0,
        (s) => 0.15 * s,
      ),
      all,
    ),
  ).toBeLessThan(0.1);
  // A sine of 2 kt has a root mean square of 1.41.
  const waves = gustKt(
    track(
      () => 0,
      (s) => 0.15 * s + 2 * Math.sin(2 * s),
    ),
    all,
  );
  expect(waves).toBeGreaterThan(1);
  expect(waves).toBeLessThan(1.6);
  expect(
    gustKt(
      track(() => 0),
      { from: 0, to: 2 },
    ),
  ).toBe(0);
});
