import { rooms } from '../maneuvers/registry.ts';
import type { PathAttempt } from './path-attempt.ts';
import { practiceFor } from './practice.ts';

const recurring = (id: string, count = 3, severity = 'fault') => ({
  id,
  count,
  of: 5,
  severity,
  size: 1,
});
const flown = (flownIn: 'airplane' | 'trainer', ...findings: string[]) =>
  ({
    flownIn,
    flownBy: 'student',
    findings: findings.map((id) => ({ id, size: 1, severity: 'fault' })),
  }) as PathAttempt;
const LOSS = 'steep-turn/alt-loss-roll-in';

test('made from what recurs in this maneuver, and from nothing else', () => {
  expect(practiceFor('steep-turn', [], [])).toBeNull();
  expect(practiceFor('steep-turn', [recurring('level-turn/slip')], [])).toBeNull();
  expect(practiceFor('steep-turn', [recurring(LOSS, 1)], [])).toBeNull();
  expect(practiceFor('steep-turn', [recurring(LOSS, 1, 'critical')], [])?.fault.id).toBe(LOSS);
});

test('the instructor never takes the axis that is to be learned', () => {
  const way = (id: string) => practiceFor(id.split('/')[0], [recurring(id)], [])!.rungs[1].way;
  expect(way(LOSS)).toBe('bank');
  expect(way('steep-turn/overbank')).toBe('throttle');
  expect(way('steep-turn/rollout-late')).toBe('throttle');
  expect(way('level-turn/skid')).toBe('throttle');
  expect(way('slow-flight/sink-before-power')).toBe('bank');
});

test('a try without the fault is a rung up, one with it goes back to the half', () => {
  const at = (...attempts: PathAttempt[]) => practiceFor('steep-turn', [recurring(LOSS)], attempts)!;
  const old = flown('trainer', LOSS);
  expect(at(old, flown('airplane', LOSS))).toMatchObject({ at: 0, tries: 0 });
  expect(at(flown('airplane'), flown('trainer', LOSS))).toMatchObject({ at: 1, tries: 1, without: 0 });
  expect(at(flown('airplane'), flown('trainer', LOSS), flown('trainer'))).toMatchObject({
    at: 2,
    without: 1,
  });
  expect(at(flown('trainer'), flown('trainer'), flown('trainer'))).toMatchObject({ at: 3, without: 3 });
  expect(at(flown('trainer'), flown('trainer'), flown('trainer', LOSS))).toMatchObject({ at: 1 });
});

test.each(rooms.map(({ id, faults }) => [id, faults.map(({ name }) => name)] as const))(
  '%s: every fault of it has a ladder of four rungs, from shown to alone',
  (id, findings) => {
    for (const name of findings) {
      const practice = practiceFor(id, [recurring(`${id}/${name}`)], [])!;
      expect(practice.rungs.map(({ way }) => way)).toEqual([
        'show',
        expect.stringMatching(/bank|throttle|rudder/),
        'coached',
        'alone',
      ]);
    }
  },
);
