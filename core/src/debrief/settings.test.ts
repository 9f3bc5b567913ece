/** What cannot be so counts as not given, and is said: the rest is scored as ever. */
import { findAirplane } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import { findStandard } from '../standards/standards.ts';
import { scoreRecording } from './score-recording.ts';

const airplane = findAirplane('cairn-4')!;
const standard = findStandard('faa-private')!;
const { recording, card } = flyManeuver({ airplane, maneuver: 'power-off-stall', seed: 1, weightLb: 2300 });
const bare = { ...recording, header: {} };
const score = (more: { weightLb?: number; groundFt?: number }) =>
  scoreRecording(bare, { airplane, standard, briefs: [card], ...more });
const asked = (of: ReturnType<typeof score>) =>
  of.attempts.map(({ maneuver, requirements }) => [
    maneuver,
    requirements.map(({ id, held }) => `${id} ${held}`),
  ]);

test('ground above the whole flight is not used, and said', () => {
  const wrong = score({ weightLb: 2300, groundFt: 9000 });
  expect(wrong.recording.notices).toContainEqual({
    code: 'ground-above-flight',
    params: { groundFt: 9000, highestFt: expect.any(Number) },
  });
  expect(asked(wrong)).toEqual(asked(score({ weightLb: 2300 })));
  expect(wrong.attempts).toHaveLength(1);
});

test.each([9000, 400, -5])('%d lb is no weight of it: the maximum is taken, and said', (weightLb) => {
  const wrong = score({ weightLb, groundFt: 1900 });
  expect(wrong.recording.notices).toContainEqual({
    code: 'weight-impossible',
    params: { weightLb, maxWeightLb: 2400 },
  });
  expect(asked(wrong)).toEqual(asked(score({ groundFt: 1900 })));
});

test('a little above the maximum it is what was flown, and said', () => {
  const { notices } = score({ weightLb: 2500, groundFt: 1900 }).recording;
  expect(notices).toEqual([{ code: 'weight-above-maximum', params: { weightLb: 2500, maxWeightLb: 2400 } }]);
});

test('what is possible is used without a word', () =>
  expect(score({ weightLb: 2300, groundFt: 1900 }).recording.notices).toEqual([]));
