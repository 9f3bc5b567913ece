/** What the coach knows of clearing turns: they are flown to look. */
import type { CoachPart } from '../../kits/coach/part.ts';
import { above, below } from '../../kits/coach/sign.ts';
import { ready, settle } from '../../kits/coach/steps.ts';
import { ball, levelTurnAltitude, TURNING } from '../../kits/turns/coach.ts';

export const clearingTurnsCoach: CoachPart = {
  steps(card) {
    const held = { altitude: 'entry', kias: card.entry.airspeedKias ?? undefined } as const;
    return [
      ready({ bankDeg: above(8) }, { ...held, heading: 'entry' }),
      {
        id: 'first-turn',
        phase: 'established',
        name: 'The first turn',
        does: 'Look over the wing, above and below.',
        means: ['LOOK'],
        done: { bankDeg: below(5), inStepS: above(5) },
        forS: 0.3,
        withinS: 60,
        wrong: 'Turned, but not looked',
        aims: { ...held, turnDeg: 90 },
      },
      {
        id: 'second-turn',
        phase: 'established',
        name: 'And back',
        does: 'Now the other way. Say what you see.',
        means: ['LOOK'],
        done: { bankDeg: below(5), inStepS: above(12) },
        forS: 1,
        withinS: 70,
        wrong: 'The side behind the wing is left out',
        aims: held,
      },
      settle(held),
    ];
  },
  situations: () => [...levelTurnAltitude(8), ...ball(TURNING)],
};
