/**
 * A verdict that an examiner would sign: what fails a maneuver whatever its figures fails it here, what could not be
 * seen is not claimed, and a clean one passes. Common practice, no source, but for the FAA tasks (from memory).
 */

import { fleet } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { findStandard } from '../standards/standards.ts';
import { seedsOf } from '../testing/depth.ts';
import { KNOTS } from '../words/figures.ts';
import { missingSaid, wentFirst } from '../words/reason.ts';
import { textOf } from '../words/say.ts';
import { evidenceSaid, requirementName } from '../words/score/findings.ts';
import type { Edit } from './edits.ts';
import type { AttemptScore } from './score.ts';
import { scoreRecording } from './score-recording.ts';

const [airplane] = fleet;
const weightLb = airplane.maxWeightLb - 150;

function fly(maneuver: string, more: { habit?: string; variant?: string; seed?: number } = {}) {
  const { habit, variant, seed = 1 } = more;
  return flyManeuver({ airplane, weightLb, maneuver, variant, seed, habit: habit && `${maneuver}/${habit}` });
}

function verdictOn(
  { recording, card }: ReturnType<typeof fly>,
  more: {
    standard?: string;
    briefed?: boolean;
    edits?: Edit[];
    without?: ChannelName[];
    everyS?: number;
  } = {},
): AttemptScore {
  const { standard = 'faa-private', briefed = true, edits, without = [], everyS } = more;
  const kept = keep(recording, without, everyS);
  const { attempts } = scoreRecording(kept, {
    standard: findStandard(standard)!,
    airplane,
    briefs: briefed ? [card] : [],
    edits,
  });
  return attempts.find((attempt) => attempt.maneuver === card.maneuver)!;
}

/** The recording without some columns, and with every so many seconds only. */
function keep(recording: Recording, without: readonly ChannelName[], everyS?: number): Recording {
  const { timeS, channels } = recording;
  const rows = Array.from(timeS.keys()).filter(
    (i) => !everyS || Math.abs(timeS[i] / everyS - Math.round(timeS[i] / everyS)) < 0.01,
  );
  return {
    ...recording,
    timeS: Float64Array.from(rows, (i) => timeS[i]),
    channels: Object.fromEntries(
      Object.entries(channels)
        .filter(([name]) => !without.includes(name as ChannelName))
        .map(([name, column]) => [name, Float64Array.from(rows, (i) => column[i])]),
    ),
  };
}

const requirement = (attempt: AttemptScore, name: string) =>
  attempt.requirements.find(({ id }) => id === `${attempt.maneuver}/${name}`)!;

/** Everything that must be so in what an attempt was asked, or could not be. */
const notHeld = (attempt: AttemptScore) =>
  attempt.requirements.filter(({ must, held }) => must && held === false).map(({ id }) => id.split('/')[1]);

describe.each([
  ['power-off-stall', 'wrong-cue', 'full-stall'],
  ['power-off-stall', 'no-stabilized-descent', 'stabilized-descent'],
  ['power-off-stall', 'late-recovery', 'prompt-release'],
  ['power-off-stall', 'power-before-pitch', 'release-first'],
  ['power-off-stall', 'aileron-in-stall', 'ailerons'],
  ['power-off-stall', 'flaps-up-without-climb', 'flaps'],
  ['power-off-stall', 'excess-altitude-loss', 'recovery-power'],
  ['power-off-stall', 'secondary-stall', 'no-second-stall'],
  ['power-off-stall', 'spin-entry', 'no-spin'],
  ['power-off-stall', 'below-floor', 'floor'],
  ['power-on-stall', 'wrong-cue', 'full-stall'],
  ['power-on-stall', 'power-too-low', 'power'],
  ['power-on-stall', 'pitch-too-steep', 'nose'],
  ['power-on-stall', 'wing-drop', 'wings'],
  ['power-on-stall', 'secondary-stall', 'no-second-stall'],
  ['slow-flight', 'too-fast', 'slow-enough'],
  ['slow-flight', 'stall-warning', 'warner-silent'],
  ['steep-turn', 'incomplete-turn', 'full-turn'],
  ['steep-turn', 'speed-above-va', 'below-va'],
  ['steep-turn', 'spiral-dive', 'spiral'],
  ['best-glide', 'slow-to-glide-speed', 'speed-reached'],
])('%s flown with %s', (maneuver, habit, name) => {
  test.each(seedsOf([1], [2, 3]))(`is failed by “${name}”, with seed %i`, (seed) => {
    const attempt = verdictOn(fly(maneuver, { habit, seed }));
    expect(notHeld(attempt)).toContain(name);
    expect([attempt.strict, attempt.examiner]).toEqual(['unsatisfactory', 'unsatisfactory']);
    // Said once, and the same everywhere: the headline is one of the things that failed.
    const head = textOf(wentFirst(attempt, KNOTS)!.head);
    expect(attempt.requirements.map(({ id }) => requirementName(id))).toContain(head);
  });
});

test.each([
  ['power-off-stall', 'straight'],
  ['power-off-stall', 'turning'],
  ['power-on-stall', 'straight'],
  ['slow-flight', 'clean'],
  ['slow-flight', 'landing'],
  ['steep-turn', 'right'],
  ['best-glide', 'standard'],
])('%s, %s, flown cleanly, passes with nothing that failed', (maneuver, variant) => {
  const attempt = verdictOn(fly(maneuver, { variant, seed: 2 }));
  expect(notHeld(attempt)).toEqual([]);
  expect(attempt.examiner).toBe('satisfactory');
});

describe('what was not recorded', () => {
  const stall = fly('power-off-stall');

  test('a prohibition that nobody could see leaves the verdict, and is named', () => {
    const attempt = verdictOn(stall, { without: ['aileron', 'flaps_deg'] });
    expect(requirement(attempt, 'ailerons').held).toBeNull();
    expect(requirement(attempt, 'flaps').held).toBeNull();
    expect(missingSaid(attempt, KNOTS).map(textOf).join()).toMatch(/Ailerons.*Flaps/s);
    expect(attempt.examiner).toBe('satisfactory');
  });

  test('a proof that nobody could see leaves no verdict, until the instructor saw it', () => {
    const without: ChannelName[] = ['throttle', 'rpm', 'power_pct'];
    const unseen = verdictOn(stall, { without });
    expect(requirement(unseen, 'recovery-power').held).toBeNull();
    expect(unseen.examiner).toBe('not-scored');
    const { startS, endS, maneuver } = unseen;
    const seen = (held: boolean): Edit[] => [
      { kind: 'seen', startS, endS, maneuver, requirement: 'recovery-power', held },
    ];
    const settled = verdictOn(stall, { without, edits: seen(true) });
    expect(requirement(settled, 'recovery-power')).toMatchObject({ held: true, seenBy: 'instructor' });
    expect(settled.examiner).toBe('satisfactory');
    expect(verdictOn(stall, { without, edits: seen(false) }).examiner).toBe('unsatisfactory');
  });

  test('what the recording shows, no tap changes', () => {
    const early = fly('power-off-stall', { habit: 'wrong-cue' });
    const { startS, endS, maneuver } = verdictOn(early);
    const edits: Edit[] = [{ kind: 'seen', startS, endS, maneuver, requirement: 'full-stall', held: true }];
    expect(requirement(verdictOn(early, { edits }), 'full-stall').held).toBe(false);
  });

  test('slow flight without a flap column is neither clean nor landing', () => {
    const flown = fly('slow-flight', { variant: 'landing' });
    const without: ChannelName[] = ['flaps_deg'];
    const attempt = verdictOn(flown, { without, briefed: false });
    expect(attempt.variant).toBeNull();
    expect(attempt.variantUnknown).toEqual({ code: 'flaps-not-recorded' });
    expect(attempt.examiner).toBe('not-scored');
    const edits: Edit[] = [
      { kind: 'configured', startS: 0, endS: 1e6, maneuver: 'lesson', configuration: 'landing' },
    ];
    const told = verdictOn(flown, { without, briefed: false, edits });
    expect(told.variant).toBe('landing');
    expect(told.examiner).toBe('satisfactory');
  });

  test('at a row a second a full stall is still one, and an early recovery is not', () => {
    expect(requirement(verdictOn(stall, { everyS: 1 }), 'full-stall').held).toBe(true);
    const early = fly('power-off-stall', { habit: 'wrong-cue' });
    expect(requirement(verdictOn(early, { everyS: 1 }), 'full-stall').held).toBe(false);
  });

  test('without ground the floor is unseen, and the verdict stands', () => {
    const recording = { ...stall.recording, header: { ...stall.recording.header, groundFt: undefined } };
    const attempt = verdictOn({ ...stall, recording });
    expect(requirement(attempt, 'floor').held).toBeNull();
    expect(attempt.examiner).toBe('satisfactory');
  });
});

test('a first indication that was briefed is judged as one, and the task is named', () => {
  const flown = fly('power-off-stall');
  const card = { ...flown.card, depth: 'first-indication' as const };
  const depth = requirement(verdictOn({ ...flown, card }), 'full-stall');
  expect(textOf(evidenceSaid(depth, KNOTS))).toMatch(/the task asks for a full stall/);
  expect(depth.held).toBe(false);
});

test('an approach to the stall satisfies the European item, which asks for no more', () => {
  const attempt = verdictOn(fly('power-off-stall'), { standard: 'easa-ppl' });
  expect(requirement(attempt, 'stall-approached').held).toBe(true);
});
