import { readRecordingCsv } from '../recording/csv/csv.ts';
import { findStandard } from '../standards/standards.ts';
import { type DrawnFlight, drawFlight, toCsv } from '../testing/drawn-flight.ts';
import { KNOTS } from '../words/figures.ts';
import { wentFirstSaid } from '../words/reason.ts';
import { textOf } from '../words/say.ts';
import { scoreWithTrack } from './score-recording.ts';
import { altitudeProfile, keelTrace, keelTraceSchema, smallKeel } from './trace.ts';

function scored(flight: Partial<DrawnFlight> = {}) {
  const text = toCsv(
    drawFlight({ turns: [{ atS: 30, bankDeg: -45, turnDeg: -360 }], durationS: 100, ...flight }),
  );
  return scoreWithTrack(readRecordingCsv(text), { standard: findStandard('faa-private')! });
}
const DIP = { channel: 'alt_ft' as const, size: -150, fromS: 42, fullFromS: 45, fullToS: 50, toS: 53 };

test('a lane a measured parameter, in units of its own tolerance', () => {
  const { track, attempts, score } = scored({ dips: [DIP] });
  const trace = keelTraceSchema.parse(keelTrace(track, attempts[0], score.attempts[0]));
  expect(trace.lanes.map(({ parameter }) => parameter)).toEqual(['bank', 'altitude', 'airspeed']);
  const altitude = trace.lanes[1];
  const at = trace.timeS.findIndex((t) => t >= 47);
  expect(altitude.deviation[at]).toBeCloseTo(-150, 0);
  expect(altitude.used[at]).toBeCloseTo(-1.5, 1);
  // A little of the entry and of what follows is shown as well.
  expect(trace.timeS[0]).toBeLessThan(attempts[0].startS - 3);
  expect(trace.timeS.at(-1)).toBeGreaterThan(attempts[0].endS + 3);
});

test('lanes say where they are judged, and the thumbnail leaves out the rest', () => {
  const { track, attempts, score } = scored();
  const trace = keelTrace(track, attempts[0], score.attempts[0]);
  const [bank, altitude] = trace.lanes;
  const established = attempts[0].phases.find(({ name }) => name === 'established')!;
  expect(bank.judgedS).toEqual([[established.startS, established.endS].map((s) => expect.closeTo(s, 2))]);
  expect(altitude.judgedS).toEqual([[attempts[0].startS, attempts[0].endS].map((s) => expect.closeTo(s, 2))]);
  // Rolling in and out the bank is far below its band, and no fault.
  const [small] = smallKeel(trace, trace.timeS.length);
  expect(small.used.every((used) => used === null || Math.abs(used) < 1)).toBe(true);
  expect(small.used.filter((used) => used !== null).length).toBeGreaterThan(100);
});

test('no more points than asked for, whatever the rate', () => {
  const { track, attempts, score } = scored({ rateHz: 25 });
  const trace = keelTrace(track, attempts[0], score.attempts[0], { maxPoints: 100 });
  expect(trace.timeS.length).toBeLessThanOrEqual(100);
  expect(smallKeel(trace, 20).every(({ used }) => used.length <= 25)).toBe(true);
  expect(altitudeProfile(track, 50).length).toBeLessThanOrEqual(50);
});

test('a ground track only where positions were recorded', () => {
  const without = scored();
  expect(keelTrace(without.track, without.attempts[0], without.score.attempts[0]).track).toBeNull();
  const positions = { lat_deg: (t: number) => 54 + t / 1e4, lon_deg: () => -3 };
  const { track, attempts, score } = scored({ extra: positions });
  expect(keelTrace(track, attempts[0], score.attempts[0]).track?.lonDeg[0]).toBe(-3);
});

test('the chain names what left first, and the energy says why', () => {
  const { score } = scored({
    dips: [DIP, { channel: 'ias_kt', size: 14, fromS: 44, fullFromS: 48, fullToS: 52, toS: 56 }],
  });
  const [attempt] = score.attempts;
  expect(textOf(wentFirstSaid(attempt, KNOTS)!)).toMatch(
    /^First out of tolerance: altitude, 150 ft low at 0:1\d, then 14 kt fast at 0:\d\d\.$/,
  );
  expect(attempt.chain.map(({ parameter }) => parameter)).toEqual(['altitude', 'airspeed']);
  expect(attempt.chain[0].because?.params?.neededG).toBeCloseTo(1.41, 1);
});

test('nothing out, nothing said', () => {
  const [attempt] = scored().score.attempts;
  expect([wentFirstSaid(attempt, KNOTS), attempt.chain, attempt.firstExcursion]).toEqual([null, [], null]);
});
