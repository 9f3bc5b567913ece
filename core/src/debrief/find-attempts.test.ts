import { fleet } from '../airplane/fleet.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { findStandard } from '../standards/standards.ts';
import { variantOf } from './find-attempts.ts';
import { scoreWithTrack } from './score-recording.ts';

/** A minute: heading turns at a rate, flaps and bank as given. */
function called(
  maneuver: string,
  flight: { degPerS?: number; bankDeg?: number; flapsDeg?: number; startDeg?: number },
) {
  const { degPerS = 0, bankDeg = 0, flapsDeg = 0, startDeg = 90 } = flight;
  const rows = Array.from(
    { length: 61 },
    (_, s) => `${s},4500,60,${(startDeg + degPerS * s + 720) % 360},${bankDeg},${flapsDeg}`,
  );
  const recording = readRecordingCsv(`time_s,alt_ft,ias_kt,hdg_deg,bank_deg,flaps_deg\n${rows.join('\n')}\n`);
  const { track, context } = scoreWithTrack(recording, {
    standard: findStandard('faa-private')!,
    airplane: fleet[0],
  });
  return variantOf(track, context, maneuver, { startS: 5, endS: 55, segment: track.segments[0] });
}

test('turns by the way the heading went, through north too', () => {
  expect(called('steep-turn', { degPerS: 6, bankDeg: 40, startDeg: 300 })).toBe('right');
  expect(called('level-turn', { degPerS: -3, bankDeg: -20, startDeg: 30 })).toBe('left');
});

test('slow flight by its flaps: up, some, all', () => {
  expect(called('slow-flight', {})).toBe('clean');
  expect(called('slow-flight', { flapsDeg: 10 })).toBe('takeoff');
  expect(called('slow-flight', { flapsDeg: 30 })).toBe('landing');
});

test('stalls by their bank; what has no variants is standard', () => {
  expect(called('power-off-stall', { bankDeg: 2 })).toBe('straight');
  expect(called('power-on-stall', { bankDeg: -15, degPerS: -3 })).toBe('turning');
  expect(called('best-glide', { bankDeg: 20 })).toBe('standard');
});
