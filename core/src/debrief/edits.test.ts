/** Edits over a lesson that a synthetic pilot flew: whatever is made of an attempt is measured and scored again. */

import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { flyLesson } from '../fly/fly-lesson.ts';
import { rooms } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import type { Edit } from './edits.ts';
import type { Score } from './score.ts';
import { scoreRecording } from './score-recording.ts';

const airplane = fleet[0];
const standard = findStandard('faa-private')!;
const LEGS = [
  ['slow-flight', 'landing'],
  ['power-off-stall', 'straight'],
  ['steep-turn', 'left'],
  ['steep-turn', 'right'],
] as const;
const { recording } = flyLesson({
  airplane,
  weightLb: 2250,
  groundFt: 1900,
  fieldFt: 1180,
  seed: 5,
  legs: LEGS.map(([maneuver, variant]) => ({
    card: targetCard({
      airplane,
      standard,
      maneuver,
      variant,
      groundFt: 1900,
      weightLb: 2250,
      headingDeg: 90,
    }),
  })),
});
const score = (...edits: Edit[]): Score =>
  scoreRecording(recording, { airplane, standard, groundFt: 1900, edits });
const names = ({ attempts }: Score) => attempts.map(({ maneuver, variant }) => `${maneuver} ${variant}`);
const found = score();
const of = (index: number) => {
  const { maneuver, startS, endS } = found.attempts[index];
  return { maneuver, startS, endS };
};
const [, STALL, LEFT, RIGHT] = LEGS.map((leg) => names(found).indexOf(leg.join(' ')));

test('what the edits are laid over', () => {
  expect(names(found)).toEqual(expect.arrayContaining(LEGS.map((leg) => leg.join(' '))));
});

test('split: two attempts that meet, each with figures of its own', () => {
  const { startS, endS } = of(LEFT);
  const atS = (startS + endS) / 2;
  const { attempts } = score({ kind: 'split', ...of(LEFT), atS });
  expect(attempts).toHaveLength(found.attempts.length + 1);
  expect(attempts[LEFT]).toMatchObject({ variant: 'left', startS });
  expect(attempts[LEFT].endS).toBeCloseTo(atS, 1);
  expect(attempts[LEFT + 1]).toMatchObject({ variant: 'left', endS });
  const turned = (attempts[LEFT].turnedDeg ?? 0) + (attempts[LEFT + 1].turnedDeg ?? 0);
  expect(turned).toBeCloseTo(found.attempts[LEFT].turnedDeg!, 0);
  // Half a circle each: neither is whole any more.
  expect(attempts[LEFT].findings.map(({ id }) => id)).toContain('steep-turn/incomplete-turn');
});

test('merge: one attempt over both, and what was split is whole again', () => {
  const merged = score({ kind: 'merge', ...of(LEFT), withEndS: of(RIGHT).endS });
  expect(names(merged)).toHaveLength(found.attempts.length - 1);
  expect(merged.attempts[LEFT]).toMatchObject({ startS: of(LEFT).startS, endS: of(RIGHT).endS });

  const { startS, endS } = of(LEFT);
  const atS = startS + 15;
  const again = score(
    { kind: 'split', ...of(LEFT), atS },
    { kind: 'merge', maneuver: 'steep-turn', startS, endS: atS, withEndS: endS },
  );
  expect(again.attempts[LEFT].parameters).toEqual(found.attempts[LEFT].parameters);
});

test('retype: scored as the other maneuver, its variant told from what was flown', () => {
  const retyped = score({ kind: 'retype', ...of(RIGHT), newManeuver: 'level-turn' });
  expect(names(retyped)[RIGHT]).toBe('level-turn right');
  expect(retyped.attempts[RIGHT].findings.every(({ id }) => id.startsWith('level-turn/'))).toBe(true);
  const told = score({ kind: 'retype', ...of(STALL), newManeuver: 'power-on-stall', newVariant: 'turning' });
  expect(names(told)[STALL]).toBe('power-on-stall turning');
});

test('an edit finds what earlier edits made of its attempt', () => {
  const moved = { ...of(LEFT), startS: of(LEFT).startS + 4 };
  const { attempts } = score(
    { kind: 'edges', ...of(LEFT), newStartS: moved.startS, newEndS: moved.endS },
    { kind: 'split', ...moved, atS: moved.startS + 10 },
  );
  expect(attempts[LEFT].startS).toBeCloseTo(moved.startS, 3);
  expect(attempts).toHaveLength(found.attempts.length + 1);
});

test('an edit of what is not there changes nothing', () => {
  const nowhere = { maneuver: 'steep-turn', startS: 5, endS: 9 };
  expect(score({ kind: 'split', ...nowhere, atS: 7 })).toEqual(found);
  expect(score({ kind: 'split', ...of(LEFT), atS: of(LEFT).endS + 60 })).toEqual(found);
});

// Whatever an instructor calls a stretch, it is scored without a fault in the program.
test.each(rooms.map(({ id }) => id))('any attempt can be called %s', (newManeuver) => {
  found.attempts.forEach((_, index) => {
    const { attempts } = score({ kind: 'retype', ...of(index), newManeuver });
    expect(attempts[index].maneuver).toBe(newManeuver);
    for (const parameter of attempts[index].parameters)
      if (parameter.measured !== 'not-measured') expect(Number.isFinite(parameter.toleranceUsed)).toBe(true);
  });
});
