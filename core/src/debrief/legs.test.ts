import { fleet } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import { findStandard } from '../standards/standards.ts';
import { isLeg } from './legs.ts';
import { scoreRecording } from './score-recording.ts';

const legsOf = (maneuver: 'slow-flight' | 'steep-turn') => {
  const [airplane] = fleet;
  const { recording, card } = flyManeuver({ airplane, maneuver, weightLb: 2300 });
  const standard = findStandard('faa-private')!;
  const { attempts } = scoreRecording(recording, {
    airplane,
    standard,
    weightLb: 2300,
    groundFt: 1900,
    briefs: [card],
  });
  const attempt = attempts.find((one) => one.maneuver === maneuver)!;
  return attempt.phases.filter((phase) => isLeg(phase, attempt.phases)).map(({ name }) => name);
};

test('slow flight held has its straights, turns and settling as legs; a steep turn is parts one after another', () => {
  expect(new Set(legsOf('slow-flight'))).toEqual(new Set(['settle', 'straight', 'turn']));
  expect(legsOf('steep-turn')).toEqual([]);
});

test('a phase is no leg of one that is as long, nor of one that it only touches', () => {
  const [whole, half, next] = [
    { startS: 0, endS: 10 },
    { startS: 5, endS: 10 },
    { startS: 10, endS: 12 },
  ];
  const all = [whole, { ...whole }, half, next];
  expect(all.map((phase) => isLeg(phase, all))).toEqual([false, false, true, false]);
});
