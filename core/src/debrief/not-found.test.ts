/** A briefed maneuver that is not there is said, with the nearest thing that is. */
import { fleet } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import { findStandard } from '../standards/standards.ts';
import { notFoundSaid } from '../words/not-found.ts';
import { textOf } from '../words/say.ts';
import { scoreRecording } from './score-recording.ts';

const [airplane] = fleet;
const standard = findStandard('faa-private')!;
const slow = flyManeuver({ airplane, maneuver: 'slow-flight', seed: 4 });
const turn = flyManeuver({ airplane, maneuver: 'steep-turn', seed: 4 });

test('all found: nothing is missing', () => {
  expect(scoreRecording(slow.recording, { standard, airplane, briefs: [slow.card] }).notFound).toEqual([]);
  expect(scoreRecording(slow.recording, { standard, airplane }).notFound).toBeUndefined();
});

test('what is not there is named, and what is like it beside it', () => {
  const { notFound } = scoreRecording(slow.recording, { standard, airplane, briefs: [turn.card] });
  expect(notFound).toEqual([{ maneuver: 'steep-turn', variant: 'left', card: 0 }]);
  expect(textOf(notFoundSaid(notFound![0]))).toBe('Briefed, but not in this recording: steep turn left.');
  const stall = flyManeuver({ airplane, maneuver: 'power-on-stall', seed: 4 }).card;
  const [missing] = scoreRecording(slow.recording, { standard, airplane, briefs: [stall] }).notFound!;
  expect(missing.nearest?.maneuver).toBe('slow-flight');
  expect(textOf(notFoundSaid(missing))).toMatch(/Nearest to it: slow flight\.$/);
});

test('the warning kept on outside any maneuver is a finding of the flight, with the height that went', () => {
  // The attempt is discarded: what is left of it is slow flight that nobody knows of.
  const habit = flyManeuver({
    airplane,
    maneuver: 'slow-flight',
    habit: 'slow-flight/stall-warning',
    seed: 4,
  });
  const scored = scoreRecording(habit.recording, { standard, airplane, briefs: [habit.card] });
  const [{ startS, endS }] = scored.attempts;
  const { flight } = scoreRecording(habit.recording, {
    standard,
    airplane,
    briefs: [habit.card],
    edits: [{ kind: 'discard', maneuver: 'slow-flight', startS, endS }] as never,
  });
  expect(flight?.findings.map(({ id }) => id)).toContain('flight/warning-kept-on');
  expect(scored.flight?.findings.map(({ id }) => id)).not.toContain('flight/warning-kept-on');
});
