/** What the coach knows of steep turns. */
import type { TargetCard } from '../../card/card.ts';
import { FEET } from '../../kits/coach/meaning.ts';
import type { CoachPart, Situation, Step } from '../../kits/coach/part.ts';
import { NEAR_STALL } from '../../kits/coach/safety.ts';
import { above, below, between } from '../../kits/coach/sign.ts';
import { ready, settle } from '../../kits/coach/steps.ts';
import { adverseYaw, ball, pastTheHeading, pullAtRollOut } from '../../kits/turns/coach.ts';
import { turnBegan } from '../../kits/turns/watches.ts';
import { STEEP_LIMITS } from './tables.ts';

/** Up to here the lift hardly tilts, and nothing is pulled. */
const NO_PULL_DEG = 30;
const HELD = ['steepening', 'established'];
const TURN = ['roll-in', ...HELD];
const BANK_OFF_DEG = 4.5;

const leadOf = ({ turn, bankDeg }: TargetCard): number => turn?.rollOutLeadDeg ?? bankDeg / 2;

function steps(card: TargetCard): Step[] {
  const { bankDeg } = card;
  const circles = card.technique.steepCircles;
  const held = {
    altitude: 'entry',
    kias: card.entry.airspeedKias ?? undefined,
    turnDeg: 360 * circles,
  } as const;
  const adds = (card.power?.maneuverRpm ?? 0) > (card.power?.levelRpm ?? 0);
  const leadDeg = leadOf(card);
  return [
    ready({ bankTowardDeg: above(12) }, { ...held, turnDeg: undefined, heading: 'entry' }),
    {
      id: 'roll-in',
      name: 'Rolling in',
      does: 'Roll slowly: ten, twenty, thirty; rudder with it.',
      means: ['WAIT', 'FEET'],
      done: { bankDeg: above(NO_PULL_DEG) },
      withinS: 6,
      wrong: 'Rolled faster than the pull follows',
      aims: held,
      busy: true,
    },
    {
      id: 'steepening',
      of: 'roll-in',
      name: 'Past thirty degrees',
      does: adds
        ? `Now pull, a little power; stop at ${bankDeg}°.`
        : `Now pull, leave the power; stop at ${bankDeg}°.`,
      means: adds ? ['PULL', 'MORE POWER', 'FIGURE'] : ['PULL', 'FIGURE'],
      done: [
        { bankDeg: above(bankDeg - 5), inStepS: above(2) },
        { bankDeg: below(25), inStepS: above(2) },
      ],
      forS: 0.5,
      withinS: 8,
      wrong: 'The pull comes late, and height goes',
      aims: held,
      busy: true,
    },
    {
      id: 'established',
      name: 'Around',
      does: 'Hold the bank; horizon against the cowling.',
      means: ['LOOK'],
      done: [{ toGoDeg: below(leadDeg + 6) }, { bankDeg: below(20) }],
      forS: 0.3,
      withinS: 45 * circles,
      wrong: 'The bank creeps, and the nose drops',
      aims: { ...held, bankDeg },
    },
    {
      id: 'roll-out',
      name: 'Rolling out',
      does: 'Roll out. Let the pull go with it.',
      means: ['ROLL', 'PUSH'],
      done: { bankDeg: below(5) },
      forS: 0.3,
      withinS: 15,
      wrong: 'The pull stays in, and it rises',
      aims: held,
      busy: true,
    },
    settle({ altitude: 'entry', kias: held.kias }),
  ];
}

const situations = (card: TargetCard): Situation[] => [
  {
    id: 'ease-the-pull',
    during: [...TURN, 'roll-out'],
    when: [{ warnerS: above(0.3) }, { aboveWarningKt: below(-1), bankDeg: above(20) }],
    never: ['PULL', 'STEEP', 'LESS POWER', 'ALTITUDE', ...FEET],
    says: 'Ease the pull.',
    means: ['PUSH'],
    safety: true,
  },
  { ...NEAR_STALL, during: ['ready', 'settle'] },
  {
    id: 'above-maneuvering-speed',
    during: [...TURN, 'roll-out'],
    when: { aboveVaKt: above(STEEP_LIMITS.aboveVaKt) },
    forS: 2,
    never: ['PULL', 'MORE POWER', 'PUSH', 'GOOD'],
    says: 'Stop. Roll out. Slow down.',
    means: ['WAIT', 'ROLL', 'LESS POWER'],
    safety: true,
  },
  {
    id: 'no-pull-yet',
    during: ['ready', 'roll-in'],
    when: { bankDeg: between(5, NO_PULL_DEG) },
    never: ['PULL', 'MORE POWER'],
  },
  {
    id: 'rolled-fast',
    fault: 'roll-in-too-fast',
    never: [],
    says: 'Roll more slowly.',
    means: ['WAIT'],
    once: true,
  },
  {
    id: 'low-and-steep',
    during: HELD,
    when: { altitudeUsed: below(-0.4), bankOffDeg: above(BANK_OFF_DEG), verticalFpm: below(-100) },
    forS: 0.3,
    never: ['PULL first', 'MORE POWER', 'STEEP', ...FEET],
    says: 'Ease the bank. Then pull.',
    means: ['SHALLOW', 'PULL'],
  },
  {
    id: 'low-and-slow',
    during: HELD,
    when: {
      altitudeUsed: below(-0.5),
      speedUsed: below(-0.6),
      bankOffDeg: below(BANK_OFF_DEG),
      verticalFpm: below(100),
    },
    forS: 0.5,
    never: ['PULL alone', 'STEEP', 'LESS POWER'],
    says: 'A little power. Less bank.',
    means: ['MORE POWER', 'SHALLOW'],
  },
  {
    id: 'low',
    during: HELD,
    when: [
      { altitudeUsed: below(-0.4), speedUsed: above(-0.6), bankDeg: below(50), verticalFpm: below(-120) },
      { verticalFpm: below(-450), altitudeUsed: below(-0.1), speedUsed: above(-0.5), bankDeg: below(50) },
    ],
    forS: 0.4,
    never: ['MORE POWER', 'STEEP', 'PUSH'],
    says: 'A little back pressure.',
    means: ['PULL'],
  },
  {
    id: 'climbing-and-slow',
    during: [...HELD, 'roll-out'],
    when: { altitudeUsed: above(0.4), speedUsed: below(0.3), verticalFpm: above(80) },
    forS: 0.4,
    never: ['MORE POWER', 'PULL', 'STEEP'],
    says: 'Nose down. Leave the power.',
    means: ['PUSH'],
  },
  {
    id: 'high-and-fast',
    during: HELD,
    when: { altitudeUsed: above(0.5), speedUsed: above(0.3) },
    forS: 0.5,
    never: ['MORE POWER', 'PULL', 'GOOD'],
    says: 'A little less power.',
    means: ['LESS POWER'],
  },
  {
    id: 'steepening',
    during: HELD,
    when: { bankOffDeg: above(BANK_OFF_DEG) },
    forS: 0.6,
    never: ['STEEP'],
    says: 'Ease the bank.',
    means: ['SHALLOW'],
  },
  {
    id: 'shallowing',
    during: ['established'],
    when: {
      bankOffDeg: below(-BANK_OFF_DEG),
      bankDegPerS: above(-5),
      toGoDeg: above(35),
      aboveWarningKt: above(6),
      sinceWarnerS: above(8),
      altitudeUsed: above(-0.7),
    },
    forS: 0.6,
    never: ['SHALLOW'],
    says: 'A little more bank.',
    means: ['STEEP'],
  },
  {
    id: 'shallow-early',
    during: ['established'],
    when: {
      bankDegPerS: below(-5),
      toGoDeg: above(leadOf(card) + 4),
      bankOffDeg: below(-6),
      sinceWarnerS: above(8),
      aboveVaKt: below(0),
    },
    forS: 0.2,
    never: ['SHALLOW'],
    says: 'Not yet. Hold the bank.',
    means: ['WAIT', 'STEEP'],
    once: true,
  },
  {
    id: 'chasing-the-power',
    fault: 'power-chasing',
    never: ['MORE POWER', 'LESS POWER'],
    says: 'Leave the power.',
    means: ['WAIT'],
  },
  {
    id: 'speed-going',
    during: HELD,
    when: { speedUsed: below(-0.5), altitudeUsed: between(-0.6, 0.4), speedKtPerS: below(0.2) },
    forS: 0.5,
    never: ['LESS POWER'],
    says: 'A little power.',
    means: ['MORE POWER'],
  },
  {
    id: 'speed-building',
    during: HELD,
    when: { speedUsed: above(0.7), altitudeUsed: between(-0.4, 0.5) },
    forS: 0.5,
    never: ['MORE POWER', 'PUSH'],
    says: 'A little less power.',
    means: ['LESS POWER'],
  },
  ...ball(TURN),
  adverseYaw,
  pastTheHeading,
  pullAtRollOut,
];

export const steepTurnCoach: CoachPart = {
  steps,
  situations,
  startRow: turnBegan,
  without: [NEAR_STALL.id],
};
