/** Faults of turns, level flight, climbs and descents drawn to the figure: named past the threshold, not before it. */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { findStandard } from '../standards/standards.ts';
import { drawOne, levelOff, levelTurn, straight } from '../testing/drawn-lesson/exact.ts';
import type { Pen } from '../testing/drawn-lesson/pen.ts';
import { scoreRecording } from './score-recording.ts';

const standard = findStandard('school-pre-solo')!;
const airplane = fleet[0];

/** The findings of what was briefed as this maneuver. */
function named(maneuver: string, draw: (pen: Pen) => void): string[] {
  const card = targetCard({ airplane, standard, maneuver, groundFt: 1900, weightLb: 2250 });
  // Nobody briefed an altitude or a speed: what was flown at the entry is what is held.
  const briefs = maneuver === 'level-turn' ? [] : [{ maneuver: card.maneuver, variant: card.variant }];
  const { attempts } = scoreRecording(drawOne(draw), { standard, airplane, weightLb: 2250, briefs });
  return attempts
    .filter((one) => one.maneuver === maneuver)
    .flatMap(({ findings }) => findings.map(({ id }) => id.split('/')[1]));
}

describe.each([
  ['level-turn', levelTurn({})],
  ['straight-and-level', straight({})],
  ['climb', levelOff(500, 0)],
  ['descent', levelOff(-500, 0)],
])('%s', (maneuver, draw) => {
  test('flown cleanly has no finding', () => expect(named(maneuver, draw)).toEqual([]));
});

describe.each([
  [
    'level-turn',
    'alt-loss-roll-in',
    levelTurn({ lossFt: 40 }),
    [60, 90, 140].map((lossFt) => levelTurn({ lossFt })),
  ],
  [
    'level-turn',
    'alt-gain-rollout',
    levelTurn({ gainFt: 40 }),
    [60, 90, 140].map((gainFt) => levelTurn({ gainFt })),
  ],
  [
    'level-turn',
    'bank-wander',
    levelTurn({ wanderDeg: 4 }),
    [6.5, 8, 9].map((wanderDeg) => levelTurn({ wanderDeg })),
  ],
  [
    'straight-and-level',
    'chasing',
    straight({ waveFt: 8, periodS: 20 }),
    [20, 40].map((waveFt) => straight({ waveFt, periodS: 18 })),
  ],
  [
    'straight-and-level',
    'out-of-trim',
    straight({ waveFt: 15, periodS: 26 }),
    [25, 35, 45].map((waveFt) => straight({ waveFt, periodS: 26 })),
  ],
  [
    'straight-and-level',
    'heading-drift',
    straight({ driftDeg: 8 }),
    [-12, 12, 18].map((driftDeg) => straight({ driftDeg })),
  ],
  [
    'straight-and-level',
    'altitude-offset',
    straight({ offFt: 38 }),
    [-90, 90, 110].map((offFt) => straight({ offFt })),
  ],
  [
    'straight-and-level',
    'speed-not-settled',
    straight({ fasterKt: 3 }),
    [-12, 10, 15].map((fasterKt) => straight({ fasterKt })),
  ],
  ['climb', 'level-off-overshoot', levelOff(500, 75), [125, 160, 220].map((past) => levelOff(500, past))],
  ['descent', 'level-off-overshoot', levelOff(-500, 75), [125, 160, 220].map((past) => levelOff(-500, past))],
])('%s/%s', (maneuver, name, before, past) => {
  test('is not named before its threshold', () => expect(named(maneuver, before)).not.toContain(name));
  test.each(past.map((draw, k) => [k + 1, draw] as const))('is named past it, size %i', (_, draw) =>
    expect(named(maneuver, draw)).toContain(name),
  );
});
