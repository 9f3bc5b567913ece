/** What is said in turns that climb or descend: the speed by the nose, and nobody is told to stop the climb or the descent. */

import type { TargetCard } from '../../card/card.ts';
import { FEET } from '../coach/meaning.ts';
import type { CoachPart, Situation, Step } from '../coach/part.ts';
import { above, below, between } from '../coach/sign.ts';
import { adverseYaw, ball, bank, pastTheHeading, TURNING, tooSoonOut, turnSteps } from './coach.ts';
import { turnBegan } from './watches.ts';

const HELD = ['slanting', ...TURNING, 'roll-out'];

/** Fast in a climb or a descent: the nose, and no more. */
export const fast = (during: readonly string[], usedAbove = 0.8): Situation => ({
  id: 'fast',
  during,
  when: { speedUsed: above(usedAbove), inStepS: above(8) },
  forS: 1.5,
  never: ['PUSH', 'MORE POWER'],
  says: 'Raise the nose a little.',
  means: ['PULL'],
});

const climbingSituations: readonly Situation[] = [
  {
    id: 'slow',
    during: HELD,
    when: { speedUsed: below(-0.7) },
    forS: 1,
    never: ['PULL', 'STEEP', 'LESS POWER'],
    says: 'Lower the nose.',
    means: ['PUSH'],
  },
  fast(HELD),
  {
    id: 'climbing-as-meant',
    during: HELD,
    when: { speedUsed: between(-0.7, 0.8) },
    never: ['ALTITUDE', 'PUSH', 'STEEP'],
  },
];

const descendingSituations: readonly Situation[] = [
  {
    id: 'tightening-and-slow',
    during: HELD,
    when: { speedUsed: below(-0.7) },
    forS: 0.8,
    never: ['PULL', ...FEET, 'STEEP', 'ALTITUDE'],
    says: 'Lower the nose. Less bank.',
    means: ['PUSH', 'SHALLOW'],
  },
  fast(HELD),
  {
    id: 'descending-as-meant',
    during: HELD,
    when: { speedUsed: between(-0.7, 0.8) },
    never: ['ALTITUDE', 'PULL', 'MORE POWER'],
  },
];

/** Nose and power for a climb or a descent, then the turn. */
export function slantedTurnSteps(card: TargetCard, way: 'up' | 'down'): Step[] {
  const kias = card.entry.airspeedKias ?? undefined;
  const goes = way === 'up' ? { verticalFpm: above(250) } : { verticalFpm: below(-200) };
  return turnSteps(
    card,
    { kias },
    [goes, { bankTowardDeg: above(8) }],
    [
      {
        id: 'slanting',
        name: way === 'up' ? 'Into the climb' : 'Into the descent',
        does: way === 'up' ? 'Climb first, steady; then the turn.' : 'Descend first, steady; then the turn.',
        means: ['WAIT'],
        done: { bankTowardDeg: above(8) },
        forS: 0.4,
        withinS: 45,
        wrong: 'Turned before the speed was steady',
        aims: { kias },
      },
    ],
  );
}

const BANK_OFF_DEG = 5;

/** What the coach knows of turns that climb, or that descend with power or without. */
export const slantedTurnCoach = (way: 'up' | 'down'): CoachPart => ({
  startRow: turnBegan,
  steps: (card) => slantedTurnSteps(card, way),
  situations: () => [
    ...(way === 'up' ? climbingSituations : descendingSituations),
    adverseYaw,
    ...bank(BANK_OFF_DEG),
    ...ball(TURNING),
    tooSoonOut,
    pastTheHeading,
  ],
});
