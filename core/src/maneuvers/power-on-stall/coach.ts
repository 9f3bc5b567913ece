/** What the coach knows of power-on stalls. */

import type { CoachPart, Situation } from '../../kits/coach/part.ts';
import { above, below } from '../../kits/coach/sign.ts';
import { awayFrom, noStallYet, outOf, STALL_WITHOUT, towardTheStall } from '../../kits/stalls/coach.ts';
import { outOfTheStall, stallReady, toTheStall } from '../../kits/stalls/coach-steps.ts';
import { powerCutRow } from '../../signals/power.ts';

const SITUATIONS: readonly Situation[] = [
  {
    id: 'nose-too-high',
    during: ['pitch-up', 'cue', 'first-sign'],
    when: { pitchDeg: above(30) },
    forS: 0.3,
    never: ['PULL'],
    says: 'Lower the nose. Start again.',
    means: ['PUSH', 'RECOVER'],
    safety: true,
  },
  {
    id: 'power-too-low',
    during: ['pitch-up'],
    when: { lever: below(0.62), inStepS: above(2.5) },
    never: ['LESS POWER'],
    says: 'More power, as briefed.',
    means: ['MORE POWER'],
  },
];

export const powerOnStallCoach: CoachPart = {
  startRow: powerCutRow,
  steps(card) {
    const kias = card.entry.airspeedKias ?? undefined;
    return [
      stallReady(),
      {
        id: 'setup',
        name: 'Setting up',
        does: 'Power back to lift-off speed; hold it.',
        means: ['LESS POWER', 'WAIT'],
        done: [
          { lever: above(0.45), speedOffKt: below(8) },
          { pitchDeg: above(8), speedOffKt: below(8) },
        ],
        forS: 0.5,
        withinS: 60,
        wrong: 'The nose goes up before the power is on',
        aims: { kias },
      },
      ...toTheStall(card, {
        does: 'Power on, then nose up. Right foot.',
        means: ['MORE POWER', 'PULL', 'RIGHT FOOT'],
      }),
      ...outOfTheStall(),
    ];
  },
  situations: (card, airplane) => [
    ...SITUATIONS,
    ...outOf(),
    ...towardTheStall(card),
    noStallYet,
    ...awayFrom(card, airplane),
  ],
  without: STALL_WITHOUT,
};
