/** The verdict under way against Debrief’s: of every maneuver, flown well and with its habits, cut off where the coach calls it over. */
import { fleet } from '../airplane/fleet.ts';
import type { CoachLook } from '../coach/coach.ts';
import { replayCoach } from '../coach/replay.ts';
import { attemptOver } from '../debrief/attempt-over.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { flyManeuver } from '../fly/fly.ts';
import { rooms } from '../maneuvers/registry.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { findStandard } from '../standards/standards.ts';
import { deep } from '../testing/depth.ts';
import { KNOTS } from './figures.ts';
import { verdictOf } from './live-verdict.ts';

const airplane = fleet[0];
/** What waits a quarter of a minute for its answer is not known at once. */
const LATER = 'slow-to-settle';
/** Nobody set the altitude that they level off at; and a spiral’s recording ends before it has settled. */
const NO_END = ['level-off-overshoot', 'spiral-dive'];

const upTo = (recording: Recording, atS: number): Recording => {
  const rows = recording.timeS.filter((timeS) => timeS <= atS).length;
  const channels = Object.fromEntries(
    Object.entries(recording.channels).map(([name, values]) => [name, values.slice(0, rows)]),
  );
  return { ...recording, timeS: recording.timeS.slice(0, rows), channels };
};

const flights = rooms.flatMap(({ id, pilot }) => {
  const habits = pilot.habits.filter((habit) => !NO_END.includes(habit));
  // Every day the clean one and the last of the habits; all of them where the long sweeps are run.
  return ['none', ...(deep ? habits : habits.slice(-1))].map((habit) => [id, habit] as const);
});

test.each(flights)('%s, %s: at its end what Debrief says', (maneuver, name) => {
  const habit = name === 'none' ? name : `${maneuver}/${name}`;
  const { recording, card } = flyManeuver({ airplane, maneuver, habit, seed: 5, weightLb: 2300 });
  const ends: NonNullable<CoachLook['ended']>[] = [];
  replayCoach(recording, { card, airplane }, ({ ended }) => {
    if (ended) ends.push(ended);
  });
  expect(ends.length).toBeGreaterThan(0);
  const options = {
    standard: findStandard('faa-private')!,
    schoolStandard: findStandard('school-pre-solo')!,
    airplane,
    weightLb: 2300,
    briefs: [card],
    clearsBeforeEach: true,
  };
  const said = (until: Recording) => {
    const score = scoreRecording(until, options);
    const attempt = attemptOver(score, ends[0]);
    return (
      attempt && {
        ...verdictOf(attempt, score.judge, KNOTS),
        strict: attempt.strict,
        findings: attempt.findings.map(({ id }) => id).filter((id) => !id.endsWith(LATER)),
      }
    );
  };
  const [now, later] = [said(upTo(recording, ends[0].toS + 1)), said(recording)];
  // A bank that wanders to nearly level is taken for the roll-out: too early to judge, nothing is said.
  if (now === null && later && later.endS > ends[0].toS + 10) return;
  // Level flight goes on after anybody has called it over, and what is out in it stays out longer.
  const reasonOf = ({ reason }: NonNullable<typeof now>) =>
    maneuver === 'straight-and-level' ? reason.replace(/\d+(\.\d+)? s\./, 'some s.') : reason;
  const asked = (one: typeof now) =>
    one && {
      ...one,
      reason: reasonOf(one),
      figures: undefined,
      first: undefined,
      tryNext: undefined,
      endS: undefined,
    };
  expect(asked(now)).toEqual(asked(later));
});
