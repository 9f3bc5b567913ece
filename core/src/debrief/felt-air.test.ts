/** How rough the air was, an instructor says before any figure; it excuses one short deviation, and nothing else. */
import { findAirplane } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import type { AirLevel } from '../signals/air-level.ts';
import { findStandard, SCHOOL_STANDARD_ID } from '../standards/standards.ts';
import type { Edit } from './edits.ts';
import { scoreRecording } from './score-recording.ts';

const airplane = findAirplane('cairn-4')!;
const standard = findStandard(SCHOOL_STANDARD_ID)!;
const maneuver = 'straight-and-level';
const flown = flyManeuver({ airplane, maneuver, seed: 3 });
const [found] = scoreRecording(flown.recording, { standard, airplane, briefs: [flown.card] }).attempts.filter(
  (one) => one.maneuver === maneuver,
);
const altitude = found.parameters.find(({ parameter }) => parameter === 'altitude')!;

/** Lifted out of its band for some seconds, each time at another moment. */
function lifted(atS: readonly number[], beyondShare: number, forS: number) {
  const { timeS, channels } = flown.recording;
  const ft = altitude.high * (1 + beyondShare);
  const alt_ft = channels.alt_ft!.map((one, i) =>
    atS.some((s) => timeS[i] >= s && timeS[i] < s + forS) ? altitude.target! + ft : one,
  );
  return { ...flown.recording, channels: { ...channels, alt_ft } };
}

function verdict(recording: typeof flown.recording, level?: AirLevel) {
  const { startS, endS } = found;
  const edits: Edit[] = level ? [{ kind: 'air', startS, endS, maneuver, level }] : [];
  const { attempts } = scoreRecording(recording, { standard, airplane, briefs: [flown.card], edits });
  return attempts.find((one) => one.maneuver === maneuver)!;
}

const middleS = (found.startS + found.endS) / 2;
const once = lifted([middleS], 0.4, 4.5);

test('without a word smooth air excuses nothing', () => {
  expect(found.examiner).toBe('satisfactory');
  expect(verdict(once).air?.by).not.toBe('instructor');
  expect(verdict(once).examiner).toBe('unsatisfactory');
});

test('in air that the instructor felt as moderate, one short deviation is the air’s: not scored', () => {
  const attempt = verdict(once, 'moderate');
  expect(attempt.examiner).toBe('not-scored');
  expect(attempt.air).toEqual({ level: 'moderate', by: 'instructor', took: 'altitude' });
  expect(attempt.strict).toBe('unsatisfactory');
});

test('light air excuses nothing, nor does moderate air a second one or a large one', () => {
  expect(verdict(once, 'light').examiner).toBe('unsatisfactory');
  expect(verdict(lifted([middleS - 15, middleS + 15], 0.4, 4.5), 'moderate').examiner).toBe('unsatisfactory');
  expect(verdict(lifted([middleS], 0.8, 4.5), 'moderate').examiner).toBe('unsatisfactory');
});
