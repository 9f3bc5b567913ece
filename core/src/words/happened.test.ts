import { brokenLine } from '../debrief/broken-line.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { findStandard } from '../standards/standards.ts';
import { type DrawnFlight, drawFlight, toCsv } from '../testing/drawn-flight.ts';
import { KNOTS } from './figures.ts';
import { happened } from './happened.ts';
import { attemptName, maneuverName } from './names.ts';
import { textOf } from './say.ts';

const attemptOf = (flight: Partial<DrawnFlight>) =>
  scoreRecording(
    readRecordingCsv(
      toCsv(drawFlight({ turns: [{ atS: 30, bankDeg: -45, turnDeg: -360 }], durationS: 100, ...flight })),
    ),
    { standard: findStandard('faa-private')! },
  ).attempts[0];

test('one list in time order: excursions with their numbers, findings between them', () => {
  const attempt = attemptOf({
    dips: [
      { channel: 'alt_ft', size: -150, fromS: 42, fullFromS: 45, fullToS: 50, toS: 53 },
      { channel: 'ias_kt', size: 14, fromS: 44, fullFromS: 48, fullToS: 52, toS: 56 },
    ],
  });
  const items = happened(attempt, KNOTS);
  expect(items.filter(({ number }) => number !== null).map(({ number }) => number)).toEqual([1, 2]);
  expect(items.map(({ atS }) => atS)).toEqual([...items.map(({ atS }) => atS)].sort((a, b) => a - b));
  expect(items[0]).toMatchObject({ number: 1, severity: 'fault' });
  expect(textOf(items[0].why)).toMatch(/\.$/);
});

test('a finding that says the same as an excursion stands with it once', () => {
  const attempt = attemptOf({ turns: [{ atS: 30, bankDeg: -52, turnDeg: -360 }] });
  const items = happened(attempt, KNOTS);
  const overbank = items.filter(({ id }) => id === 'steep-turn/overbank');
  expect(overbank).toHaveLength(1);
  expect(overbank[0].number).not.toBeNull();
  expect(attempt.findings.filter(({ id }) => id === 'steep-turn/overbank').length).toBeGreaterThanOrEqual(1);
  expect(new Set(items.map(({ key }) => key)).size).toBe(items.length);
});

test('nothing out is nothing to tell', () => expect(happened(attemptOf({}), KNOTS)).toEqual([]));

test('a likely maneuver is named so, and variants as they are said', () => {
  const stall = { maneuver: 'power-off-stall', variant: null } as const;
  expect(attemptName({ ...stall, likely: true })).toBe('Likely power-off stall');
  expect(attemptName(stall)).toBe('Power-off stall');
  expect(attemptName({ ...stall, variant: 'straight', configuration: 'clean' })).toBe(
    'Power-off stall, straight, clean',
  );
  expect(maneuverName('steep-turn', 'left')).toBe('Steep turn left');
  expect(maneuverName('slow-flight', 'landing')).toBe('Slow flight, landing');
  expect(maneuverName('clearing-turns', 'standard')).toBe('Clearing turns');
});

test('a line breaks where there is nothing', () =>
  expect(brokenLine([{ x: 0, y: 1 }, { x: 1, y: 1 }, null, { x: 3, y: 2 }])).toBe(
    'M0.0 1.0L1.0 1.0M3.0 2.0',
  ));
