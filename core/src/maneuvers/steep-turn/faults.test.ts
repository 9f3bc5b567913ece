/** Each finding appears once its size passes its threshold, and not before. */

import { findAirplane } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import type { ScoreOptions } from '../../debrief/settings.ts';
import { readRecordingCsv } from '../../recording/csv/csv.ts';
import type { Finding } from '../../scoring/schema.ts';
import { countReversals } from '../../signals/reversals.ts';
import { findStandard } from '../../standards/standards.ts';
import { type Dip, type DrawnFlight, drawFlight, toCsv } from '../../testing/drawn-flight.ts';
import { numberText } from '../../units/text.ts';

const standard = findStandard('faa-private')!;
const LEFT = { atS: 30, bankDeg: -45, turnDeg: -360 };
const RIGHT = { atS: 30, bankDeg: 45, turnDeg: 360 };

/** The findings of the first attempt. A left turn from 30 to about 67 s, unless the flight says otherwise. */
function findings(flight: Partial<DrawnFlight>, options: Partial<ScoreOptions> = {}): Finding[] {
  const text = toCsv(drawFlight({ turns: [LEFT], durationS: 110, ...flight }));
  return scoreRecording(readRecordingCsv(text), { standard, ...options }).attempts[0].findings;
}
const ids = (flight: Partial<DrawnFlight>, options?: Partial<ScoreOptions>) =>
  findings(flight, options).map(({ id }) => id.replace('steep-turn/', ''));

/** A hump of a size between two times, held for most of them. */
const hump = (channel: Dip['channel'], size: number, fromS: number, toS: number): Dip => {
  const ramp = (toS - fromS) / 5;
  return { channel, size, fromS, fullFromS: fromS + ramp, fullToS: toS - ramp, toS };
};
/** On between two times. */
const between =
  (fromS: number, toS: number, value: number, otherwise = 0) =>
  (t: number) =>
    t >= fromS && t <= toS ? value : otherwise;

test('revolutions that a governor holds are not power left alone', () => {
  const flight = { dips: [hump('ias_kt', -7, 40, 60)], extra: { rpm: () => 2400 } };
  expect(ids(flight, { airplane: findAirplane('ouzel-4')! })).not.toContain('power-unchanged');
  expect(ids(flight)).toContain('power-unchanged');
});

test('a clean turn has none', () => expect(findings({})).toEqual([]));

describe.each([
  ['alt-loss-roll-in', { dips: [hump('alt_ft', -45, 31, 39)] }, { dips: [hump('alt_ft', -56, 31, 39)] }],
  ['alt-gain-rollout', { dips: [hump('alt_ft', 45, 64, 76)] }, { dips: [hump('alt_ft', 56, 64, 76)] }],
  ['overbank', { dips: [hump('bank_deg', 9, 45, 47.4)] }, { dips: [hump('bank_deg', 9, 45, 49)] }],
  ['bank-shallow', { dips: [hump('bank_deg', -5.5, 45, 51)] }, { dips: [hump('bank_deg', -8, 45, 51)] }],
  [
    'bank-wander',
    { dips: [hump('bank_deg', 4.6, 42, 46), hump('bank_deg', -4.6, 48, 52)] },
    { dips: [hump('bank_deg', 5.5, 42, 46), hump('bank_deg', -5.5, 48, 52)] },
  ],
  ['speed-decay', { dips: [hump('ias_kt', -9, 40, 60)] }, { dips: [hump('ias_kt', -11, 40, 60)] }],
  ['rollout-late', { turns: [{ ...LEFT, turnDeg: -368 }] }, { turns: [{ ...LEFT, turnDeg: -373 }] }],
  ['rollout-early', { turns: [{ ...LEFT, turnDeg: -352 }] }, { turns: [{ ...LEFT, turnDeg: -347 }] }],
  ['incomplete-turn', { turns: [{ ...LEFT, turnDeg: -275 }] }, { turns: [{ ...LEFT, turnDeg: -262 }] }],
  ['roll-in-too-fast', { rollRateDegPerS: 18 }, { rollRateDegPerS: 24 }],
  ['slip', { extra: { lat_g: between(45, 49, 0.045) } }, { extra: { lat_g: between(45, 49, 0.06) } }],
  ['skid', { extra: { lat_g: between(45, 47, -0.06) } }, { extra: { lat_g: between(45, 49, -0.06) } }],
  [
    'power-unchanged',
    { dips: [hump('ias_kt', -7, 40, 60)], extra: { rpm: (t: number) => (t > 34 ? 2400 : 2300) } },
    { dips: [hump('ias_kt', -7, 40, 60)], extra: { rpm: () => 2300 } },
  ],
  [
    'power-chasing',
    { extra: { rpm: (t: number) => 2300 + 45 * Math.sin(t / 1.5) } },
    { extra: { rpm: (t: number) => 2300 + 90 * Math.sin(t / 1.5) } },
  ],
  ['stall-warning', {}, { extra: { stall_warn: between(50, 52, 1) } }],
] as [string, Partial<DrawnFlight>, Partial<DrawnFlight>][])('%s', (id, before, past) => {
  test('not before its threshold', () => expect(ids(before)).not.toContain(id));
  test('past it', () => expect(ids(past)).toContain(id));
});

test('the same fault is found in a right turn, on its other side', () => {
  expect(ids({ turns: [RIGHT], extra: { lat_g: between(45, 49, -0.06) } })).toContain('slip');
  expect(ids({ turns: [RIGHT], extra: { lat_g: between(45, 49, 0.06) } })).toContain('skid');
  expect(ids({ turns: [{ ...RIGHT, turnDeg: 373 }] })).toContain('rollout-late');
});

test('coming back up to the entry altitude at the roll-out is a correction, not a rise', () => {
  expect(ids({ dips: [hump('alt_ft', -90, 45, 72)] })).not.toContain('alt-gain-rollout');
});

test('a chirp of the stall warning is a note, a second of it is critical and fails the attempt', () => {
  const warned = (toS: number) => {
    const text = toCsv(
      drawFlight({ turns: [LEFT], durationS: 110, extra: { stall_warn: between(50, toS, 1) } }),
    );
    return scoreRecording(readRecordingCsv(text), { standard }).attempts[0];
  };
  expect(warned(50.7).findings).toMatchObject([{ id: 'steep-turn/stall-warning', severity: 'note' }]);
  expect(warned(50.7).examiner).toBe('satisfactory');
  expect(warned(52).findings).toMatchObject([{ severity: 'critical' }]);
  expect(warned(52).examiner).toBe('unsatisfactory');
});

test('a spiral dive: steep, going down fast, speed rising', () => {
  const dive: Partial<DrawnFlight> = {
    dips: [
      hump('bank_deg', 18, 44, 60),
      { channel: 'alt_ft', size: -400, fromS: 46, fullFromS: 58, fullToS: 90, toS: 100 },
      { channel: 'ias_kt', size: 30, fromS: 46, fullFromS: 58, fullToS: 70, toS: 80 },
    ],
  };
  expect(findings(dive).find(({ id }) => id === 'steep-turn/spiral-dive')).toMatchObject({
    severity: 'critical',
  });
});

test('above V_A by more than the airspeed can be read to', () => {
  const airplane = findAirplane('cairn-4');
  // 102 √(2,260/2,400) = 98.98 kt.
  const flight = (size: number) => ({ dips: [hump('ias_kt', size, 42, 58)] });
  expect(ids(flight(4.5), { airplane, weightLb: 2260 })).not.toContain('speed-above-va');
  expect(ids(flight(5.5), { airplane, weightLb: 2260 })).toContain('speed-above-va');
});

describe('around the maneuver', () => {
  test('a rushed entry: speed still moving in the ten seconds before', () => {
    expect(ids({ dips: [hump('ias_kt', -5, 20, 26)] })).toEqual([]);
    expect(ids({ dips: [hump('ias_kt', -9, 20, 26)] })).toEqual(['rushed-entry']);
  });

  test('no clearing turn in three minutes, only where the school clears before each', () => {
    const flight = { turns: [{ ...LEFT, atS: 200 }], durationS: 280 };
    expect(ids(flight)).toEqual([]);
    expect(ids(flight, { clearsBeforeEach: true })).toEqual(['no-clearing']);
    const cleared = { ...flight, turns: [{ atS: 100, bankDeg: 20, turnDeg: 90 }, ...flight.turns] };
    expect(ids(cleared, { clearsBeforeEach: true })).toEqual([]);
    // With less than three minutes on record nobody can say.
    expect(ids({}, { clearsBeforeEach: true })).toEqual([]);
  });

  test('slow to settle: not steady again within fifteen seconds', () => {
    expect(ids({ dips: [hump('ias_kt', 13, 64, 74)] })).not.toContain('slow-to-settle');
    expect(ids({ dips: [hump('ias_kt', 13, 64, 95)] })).toContain('slow-to-settle');
  });
});

test('reversals are swings larger than a size, each way', () => {
  const swings = [0, 120, 0, 120, 0];
  expect(countReversals(swings, 0, swings.length, 100)).toBe(3);
  expect(countReversals(swings, 0, swings.length, 130)).toBe(0);
});

test('numbers are said with a true minus and a thin space that never ends a line', () => {
  expect([
    numberText(4500),
    numberText(-162.4),
    numberText(-0.2),
    numberText(1.5049, 2),
    numberText(12_345_678),
  ]).toEqual(['4\u202f500', '−162', '0', '1.50', '12\u202f345\u202f678']);
});
