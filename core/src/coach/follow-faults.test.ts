/** Faults as they come: named once, at the school's own figures, and by the same as Debrief. */
import { fleet } from '../airplane/fleet.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { flyManeuver } from '../fly/fly.ts';
import { isSeen } from '../kits/attempt/fault.ts';
import { rooms } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import type { ThresholdEdits } from '../units/figures.ts';
import { replayCoach } from './replay.ts';

const [airplane] = fleet;

function flown(maneuver: string, habit: string, thresholds: ThresholdEdits = {}) {
  const { recording, card } = flyManeuver({ airplane, maneuver, habit: `${maneuver}/${habit}`, seed: 4 });
  const named: { name: string; reached: boolean; atS: number }[] = [];
  replayCoach(recording, { card, airplane, thresholds }, ({ faults }) => named.push(...faults));
  const score = scoreRecording(recording, {
    standard: findStandard('faa-private')!,
    airplane,
    briefs: [card],
    thresholds,
  });
  const found = score.attempts.flatMap(({ findings }) => findings.map(({ id }) => id));
  return { named, found };
}

test.each([
  ['steep-turn', 'roll-in-too-fast', { 'steep-turn': { rollInDegPerS: 60 } }],
  ['steep-turn', 'power-chasing', { 'steep-turn': { powerReversals: 40 } }],
  ['level-turn', 'slip', { turns: { ballG: 0.9 } }],
] as [string, string, ThresholdEdits][])(
  '%s, %s: a school’s changed figure moves coach and debrief alike',
  (maneuver, habit, own) => {
    const usual = flown(maneuver, habit);
    expect(usual.named.filter(({ reached }) => reached).map(({ name }) => name)).toContain(habit);
    expect(usual.found).toContain(`${maneuver}/${habit}`);
    const changed = flown(maneuver, habit, own);
    expect(changed.named.map(({ name }) => name)).not.toContain(habit);
    expect(changed.found).not.toContain(`${maneuver}/${habit}`);
  },
);

test('a fault is warned of before it is one, and each is named once', () => {
  const { named } = flown('steep-turn', 'overbank');
  const keys = named.map(({ name, reached }) => `${name} ${reached}`);
  expect(new Set(keys).size).toBe(keys.length);
  const at = (reached: boolean) =>
    named.find((one) => one.name === 'overbank' && one.reached === reached)!.atS;
  expect(at(false)).toBeLessThanOrEqual(at(true));
});

test('the coach’s edge is never beyond Debrief’s', () => {
  for (const { faults } of rooms)
    for (const one of faults.filter(isSeen)) expect(one.seen.warnShare ?? 0.9).toBeLessThanOrEqual(1);
});

test('every situation has a sign or a fault of its room', () => {
  for (const { id, coach, faults } of rooms) {
    const { card } = flyManeuver({ airplane, maneuver: id, seed: 1 });
    for (const { when, fault } of coach.situations(card, airplane)) {
      expect(when !== undefined || fault !== undefined).toBe(true);
      if (fault) expect(faults.filter(isSeen).map(({ name }) => name)).toContain(fault);
    }
  }
});
