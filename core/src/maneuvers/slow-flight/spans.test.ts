/** Where slow flight begins: at the power reduction, whatever the air does to the airspeed before it. */
import { fleet } from '../../airplane/fleet.ts';
import { scoreWithTrack } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { findStandard } from '../../standards/standards.ts';
import { slowSpans } from './spans.ts';

const standard = findStandard('faa-private')!;
const airplane = fleet[0];

function begun(seed: number, turbulence: 'none' | 'light', habit = 'none') {
  const { recording, events, card } = flyManeuver({
    airplane,
    weightLb: 2300,
    seed,
    maneuver: 'slow-flight',
    turbulence,
    habit,
  });
  const { track, context } = scoreWithTrack(recording, { standard, airplane, briefs: [card] });
  const [span, ...more] = slowSpans(track, context);
  return { found: span.startS, flown: events.find(({ name }) => name === 'entry')!.atS, more: more.length };
}

test.each(['none', 'light'] as const)(
  'turbulence %s: at the power reduction, in nine flights of ten',
  (turbulence) => {
    const flights = Array.from({ length: 10 }, (_, i) => begun(i + 1, turbulence));
    expect(flights.every(({ more }) => more === 0)).toBe(true);
    const near = flights.filter(({ found, flown }) => Math.abs(found - flown) < 4);
    expect(near.length).toBeGreaterThanOrEqual(9);
  },
);

test('a turn flown slowly is no slow flight', () => {
  const { recording, card } = flyManeuver({ airplane, weightLb: 2300, seed: 2, maneuver: 'level-turn' });
  const { track, context } = scoreWithTrack(recording, { standard, airplane, briefs: [card] });
  expect(slowSpans(track, context)).toEqual([]);
});

test('a recovery that mushes in gusts, warning and all, is slow flight still, and no stall where none was briefed', () => {
  const trainer = fleet.find(({ id }) => id === 'gimmer-2')!;
  const { recording, card } = flyManeuver({
    airplane: trainer,
    maneuver: 'slow-flight',
    habit: 'slow-flight/climb-on-recovery',
    turbulence: 'moderate',
    seed: 9301,
  });
  const { score } = scoreWithTrack(recording, { standard, airplane: trainer, briefs: [card] });
  expect(score.attempts.map(({ maneuver }) => maneuver)).toEqual(['slow-flight']);
});
