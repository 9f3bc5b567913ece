/** Low away from every field is low work: no approach and no go-around, no circuit, and nothing in it an attempt. */
import { findAirplane } from '../airplane/fleet.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { rowsBetween } from '../recording/columns/span.ts';
import { findStandard } from '../standards/standards.ts';
import { drawFromTheApron, lowWork } from '../testing/drawn-lesson/field.ts';
import { scoreRecording } from './score-recording.ts';

const standard = findStandard('faa-private')!;
const airplane = findAirplane('cairn-4')!;
const GROUND_FT = 1900;

const score = (recording: Recording, groundFt?: number) => {
  const { flight, attempts } = scoreRecording(recording, { airplane, standard, groundFt });
  return { flight: flight!, attempts };
};

function drawn(seed: number) {
  let done = { startS: 0, endS: 0 };
  const { recording, truths } = drawFromTheApron(seed, { rateHz: 1, coarse: true }, (hand) => {
    const startS = hand.pen.nowS;
    lowWork(hand, GROUND_FT);
    done = { startS, endS: hand.pen.nowS };
  });
  return { recording, truths, done };
}

describe.each([1, 2, 3, 4])('a failed engine over pasture and turns round a point (%d)', (seed) => {
  const { recording, truths, done } = drawn(seed);
  const { flight, attempts } = score(recording, GROUND_FT);
  const low = flight.parts.filter(({ name }) => name === 'low-work');

  test('are one part of the day, where they were', () => {
    expect(low).toHaveLength(1);
    expect(low[0].startS).toBeGreaterThan(done.startS + 60);
    expect(low[0].endS).toBeLessThan(done.endS);
    expect(low[0].endS - low[0].startS).toBeGreaterThan(90);
  });

  test('are no approach, no circuit and no landing', () => {
    const then = flight.parts.filter(({ startS, endS }) => startS < done.endS && endS > done.startS);
    expect(then.map(({ name }) => name)).toEqual(expect.arrayContaining(['low-work']));
    for (const name of ['approach', 'circuit', 'landing', 'takeoff'])
      expect(then.map((part) => part.name)).not.toContain(name);
  });

  test('hold no attempt, and take none from what was flown high', () => {
    for (const { startS, endS } of attempts)
      expect(Math.min(endS, low[0].endS) - Math.max(startS, low[0].startS)).toBeLessThan(10);
    for (const { maneuver } of truths) expect(attempts.map((one) => one.maneuver)).toContain(maneuver);
  });
});

test('a briefed steep turn is not looked for there', () => {
  const { recording } = drawn(1);
  const briefs = [{ maneuver: 'steep-turn', entry: { altitudeFt: 4500 }, bankDeg: 45 }];
  const { flight, attempts } = scoreRecording(recording, { airplane, standard, groundFt: GROUND_FT, briefs });
  const low = flight!.parts.find(({ name }) => name === 'low-work')!;
  for (const { startS, endS } of attempts) expect(startS > low.endS || endS < low.startS).toBe(true);
});

test('the stall warning there is named, and so is a steep bank', () => {
  const { recording, done } = drawn(1);
  const { from, to } = rowsBetween(recording.timeS, done.startS, done.endS);
  const altitudeFt = recording.channels.alt_ft!;
  const lowest = altitudeFt.indexOf(Math.min(...altitudeFt.subarray(from, to)), from);
  const spoilt = structuredClone(recording);
  spoilt.channels.stall_warn!.fill(1, lowest + 5, lowest + 11);
  spoilt.channels.bank_deg!.fill(66, lowest + 30, lowest + 34);
  const { findings } = score(spoilt, GROUND_FT).flight;
  const named = (id: string) => findings.find((finding) => finding.id === id);
  expect(named('flight/stall-warning')).toMatchObject({ severity: 'critical' });
  expect(named('flight/stall-warning')?.params).toEqual({ away: true });
  expect(named('flight/steep-bank-low')).toMatchObject({ severity: 'critical' });
});

test.each([
  ['no ground is known but the field’s', undefined],
  ['the ground stated is above most of the flight', 4400],
])('where %s nothing is called low', (_, groundFt) => {
  const { flight } = score(drawn(1).recording, groundFt);
  expect(flight.parts.map(({ name }) => name)).not.toContain('low-work');
});
