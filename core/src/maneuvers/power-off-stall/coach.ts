/** What the coach knows of power-off stalls. */

import type { CoachPart, Situation } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { awayFrom, noStallYet, outOf, STALL_WITHOUT, towardTheStall } from '../../kits/stalls/coach.ts';
import { outOfTheStall, POWER_BACK, RISING, stallReady, toTheStall } from '../../kits/stalls/coach-steps.ts';
import { powerCutRow } from '../../signals/power.ts';

const noDescent: Situation = {
  id: 'no-descent',
  during: ['setup'],
  when: {
    pitchDeg: above(4),
    speedKtPerS: below(-0.4),
    aboveWarningKt: below(16),
    verticalFpm: above(-250),
    inStepS: above(5),
  },
  forS: 0.3,
  never: [],
  says: 'Steady descent first.',
  means: ['WAIT'],
  once: true,
};

export const powerOffStallCoach: CoachPart = {
  startRow: powerCutRow,
  steps(card) {
    const kias = card.entry.airspeedKias ?? undefined;
    return [
      stallReady([POWER_BACK, { flapStage: above(1) }].flat()),
      {
        id: 'setup',
        name: 'Setting up',
        does: 'Power back; flaps, each below its limit.',
        means: ['LESS POWER', 'FLAPS OUT'],
        done: {
          verticalFpm: between(-900, -200),
          speedOffKt: between(-7, 8),
          ...(card.stage > 0 && { flapStage: above(card.stage) }),
        },
        forS: 1.5,
        withinS: 90,
        wrong: 'No steady descent before the nose goes up',
        aims: { kias },
      },
      {
        id: 'descent',
        name: 'The descent',
        does: 'A steady descent, as on final.',
        means: ['WAIT'],
        done: RISING,
        forS: 0.8,
        withinS: 40,
        wrong: 'The nose goes up before the descent is steady',
        aims: { kias },
      },
      ...toTheStall(card, {
        does: 'Power idle. Nose up slowly. Feet.',
        means: ['LESS POWER', 'PULL', 'FEET'],
      }),
      ...outOfTheStall(),
    ];
  },
  situations: (card, airplane) => [
    ...outOf(),
    ...towardTheStall(card),
    noDescent,
    noStallYet,
    ...awayFrom(card, airplane),
  ],
  without: STALL_WITHOUT,
};
