/**
 * The synthetic pilots as known truth: each maneuver is found once where it was flown, each habit is named, and a
 * flight without habits has no finding.
 */
import { fleet } from '../airplane/fleet.ts';
import { type FlownManeuver, flyManeuver } from '../fly/fly.ts';
import { HABITS, MANEUVER_IDS } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import { scoreRecording } from './score-recording.ts';

const airplane = fleet[0];
const standard = findStandard('faa-private')!;
const SEED = 3;

const fly = (maneuver: string, habit: string): FlownManeuver =>
  flyManeuver({ airplane, weightLb: 2300, maneuver, habit, seed: SEED });
const score = ({ recording, card }: FlownManeuver) =>
  scoreRecording(recording, { standard, airplane, briefs: [card], clearsBeforeEach: true });

/** Clearing turns are found before what they clear for, not alone. */
const ALONE = MANEUVER_IDS.filter((id) => id !== 'clearing-turns');

test.each(ALONE)('%s is found once, where it was flown, without a finding', (maneuver) => {
  const flown = fly(maneuver, 'none');
  const { attempts } = score(flown);
  expect(attempts.map((attempt) => `${attempt.maneuver} ${attempt.variant}`)).toEqual([
    `${maneuver} ${flown.card.variant}`,
  ]);
  const [attempt] = attempts;
  expect(attempt.findings.map(({ id }) => id)).toEqual([]);
  expect(attempt.examiner).not.toBe('unsatisfactory');
  const beganS = flown.events.find(({ name }) => name !== 'lead-in')?.atS ?? 0;
  const endS = flown.events.find(({ name }) => name === 'settle')?.atS ?? flown.recording.timeS.at(-1)!;
  const shared = Math.min(endS, attempt.endS) - Math.max(beganS, attempt.startS);
  expect(shared / (Math.max(endS, attempt.endS) - Math.min(beganS, attempt.startS))).toBeGreaterThan(0.6);
});

test.each(HABITS)('%s is named', (habit) => {
  const [maneuver] = habit.split('/');
  const { attempts } = score(fly(maneuver, habit));
  expect(attempts.flatMap(({ findings }) => findings.map(({ id }) => id))).toContain(habit);
});
