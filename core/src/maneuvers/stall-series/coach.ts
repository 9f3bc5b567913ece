/** What the coach knows of the stall exercise: the release alone ends each, and the power stays untouched. */

import type { CoachPart } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { settle } from '../../kits/coach/steps.ts';
import { outOf, STALL_WITHOUT, towardTheStall } from '../../kits/stalls/coach.ts';
import { RISING, stallReady, toTheStall } from '../../kits/stalls/coach-steps.ts';
import { powerCutRow } from '../../signals/power.ts';

export const stallSeriesCoach: CoachPart = {
  startRow: powerCutRow,
  steps(card) {
    const kias = card.entry.airspeedKias ?? undefined;
    return [
      stallReady(),
      {
        id: 'setup',
        name: 'Setting up',
        does: 'Power back to a little; leave it.',
        means: ['LESS POWER'],
        done: RISING,
        forS: 0.8,
        withinS: 60,
        wrong: 'The power is played with',
        aims: { kias },
      },
      ...toTheStall(
        { ...card, depth: 'full' },
        { does: 'Nose up slowly. Feet keep it straight.', means: ['PULL', 'FEET'] },
      ),
      {
        id: 'released',
        name: 'It flies again',
        does: 'Let it fly. Eyes on the wingtip.',
        means: ['WAIT', 'LOOK'],
        done: { lever: above(0.8) },
        forS: 1,
        again: {
          to: 'pitch-up',
          sign: { pitchDegPerS: above(0.8), speedKtPerS: below(-0.6), pitchDeg: above(2), inStepS: above(3) },
        },
        withinS: 40,
        wrong: 'A wing is lifted with the stick',
        aims: {},
        busy: true,
        blank: true,
      },
      {
        id: 'return',
        name: 'Back up',
        does: 'Power, climb back up; look round.',
        means: ['MORE POWER', 'LOOK'],
        done: [{ altitudeOffFt: above(-80) }, { verticalFpm: between(-150, 150), inStepS: above(8) }],
        forS: 2,
        withinS: 150,
        wrong: 'Done in the head, and nobody looks',
        aims: { altitude: 'entry' },
      },
      settle({ altitude: 'entry' }, { withinS: 40 }),
    ];
  },
  situations: (card) => [...outOf(true), ...towardTheStall({ ...card, depth: 'full' })],
  without: STALL_WITHOUT,
};
