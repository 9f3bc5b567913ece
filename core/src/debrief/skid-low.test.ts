/** A skidded turn from base to final is said as critical, whatever a school has turned on. */
import { fleet } from '../airplane/fleet.ts';
import { rowsBetween } from '../recording/columns/span.ts';
import { findStandard } from '../standards/standards.ts';
import { drawPattern, USUAL_PATTERN } from '../testing/drawn-pattern.ts';
import { scoreRecording } from './score-recording.ts';

const standard = findStandard('faa-private')!;

/** Seconds of a left turn at about 500 ft, some 35 s before the gate, with a bank, a ball and a speed laid over. */
function findings(over: { bankDeg: number; outsideG: number; kias?: number; lastsS: number }) {
  const { recording, endS } = drawPattern(USUAL_PATTERN);
  const { timeS, channels } = recording;
  const bank = new Float64Array(timeS.length);
  const ball = new Float64Array(timeS.length);
  const about = channels.alt_ft!.findLastIndex(
    (ft, i) => timeS[i] < endS && ft > USUAL_PATTERN.fieldFt + 500,
  );
  const rows = rowsBetween(timeS, timeS[about] - over.lastsS / 2, timeS[about] + over.lastsS / 2);
  // To the left, the ball to the right: a force to the left.
  bank.fill(-over.bankDeg, rows.from, rows.to);
  ball.fill(-over.outsideG, rows.from, rows.to);
  if (over.kias !== undefined) channels.ias_kt!.fill(over.kias, rows.from, rows.to);
  const { flight } = scoreRecording(
    { ...recording, channels: { ...channels, bank_deg: bank, lat_g: ball } },
    { standard, airplane: fleet[0], weightLb: 2200, briefs: [] },
  );
  return flight!.findings.filter(({ id }) => id === 'flight/skidded-turn-low');
}

test('steep and skidded: critical, with its bank, height and speed', () => {
  const [found] = findings({ bankDeg: 38, outsideG: 0.12, lastsS: 5 });
  expect(found).toMatchObject({ severity: 'critical' });
  const { bankDeg, kias, aboveFieldFt } = found.params as Record<string, number>;
  expect(bankDeg).toBeCloseTo(38, 0);
  expect(kias).toBeGreaterThan(55);
  expect(Math.abs(aboveFieldFt - 500)).toBeLessThan(60);
});

test('shallow, and slow with it: critical too', () =>
  expect(findings({ bankDeg: 20, outsideG: 0.1, kias: 50, lastsS: 6 })).toHaveLength(1));

test.each([
  ['coordinated and steep', { bankDeg: 38, outsideG: 0, lastsS: 5 }],
  ['a slip', { bankDeg: 38, outsideG: -0.12, lastsS: 5 }],
  ['shallow and at its speed', { bankDeg: 20, outsideG: 0.12, lastsS: 5 }],
  ['a moment', { bankDeg: 38, outsideG: 0.12, lastsS: 1 }],
])('nothing of it is said of a turn that is %s', (_, over) => expect(findings(over)).toEqual([]));
