/** What is said in turns: by the ball, by the bank, by the altitude where it is held, and in rolling in and out. */
import type { TargetCard } from '../../card/card.ts';
import { FEET } from '../coach/meaning.ts';
import type { FlightSign, Situation, Step } from '../coach/part.ts';
import { above, below } from '../coach/sign.ts';
import { ready, settle } from '../coach/steps.ts';

export const TURNING = ['roll-in', 'established'];

/** Ball out: the foot on its side, and no other; nobody lifts a wing with the stick for it. */
export const ball = (during: readonly string[], outG = 0.055): Situation[] => [
  {
    id: 'ball-right',
    during,
    when: { ballRightG: above(outG) },
    forS: 1.2,
    never: ['LEFT FOOT', 'ROLL'],
    says: 'Right foot.',
    means: ['RIGHT FOOT'],
  },
  {
    id: 'ball-left',
    during,
    when: { ballRightG: below(-outG) },
    forS: 1.2,
    never: ['RIGHT FOOT', 'ROLL'],
    says: 'Left foot.',
    means: ['LEFT FOOT'],
  },
];

export const bank = (offDeg: number, during = ['established']): Situation[] => [
  {
    id: 'bank-steepening',
    during,
    when: { bankOffDeg: above(offDeg) },
    forS: 0.7,
    never: ['STEEP'],
    says: 'Ease the bank.',
    means: ['SHALLOW'],
  },
  {
    id: 'bank-shallowing',
    during,
    when: { bankOffDeg: below(-offDeg), aboveWarningKt: above(5) },
    forS: 0.7,
    never: ['SHALLOW'],
    says: 'A little more bank.',
    means: ['STEEP'],
  },
];

/** The nose swings the other way first where the feet are late. */
export const adverseYaw: Situation = {
  id: 'nose-swings-back',
  during: ['ready', 'roll-in'],
  when: { swingAgainstDeg: above(1.5), bankDegPerS: above(2) },
  forS: 0.15,
  never: ['ROLL', 'STEEP'],
  says: 'Rudder with the roll.',
  means: ['FEET'],
};

/** Past the heading it is named afterwards, and not chased with the feet. */
export const pastTheHeading: Situation = {
  id: 'past-the-heading',
  during: ['roll-out'],
  when: { toGoDeg: below(-5), bankDeg: above(5) },
  never: [...FEET, 'STEEP'],
};

/** Rolling out with much of the turn still to go. */
export const tooSoonOut: Situation = {
  id: 'too-soon-out',
  during: ['established'],
  when: { bankDegPerS: below(-3), toGoDeg: above(35), bankOffDeg: below(-8) },
  forS: 0.5,
  never: [],
  says: 'Not yet. Hold the bank.',
  means: ['WAIT', 'STEEP'],
  once: true,
};

/** Coming level the pull has to go: the nose rises by itself. */
export const pullAtRollOut: Situation = {
  id: 'rising-at-roll-out',
  during: ['roll-out', 'settle'],
  when: [
    { verticalFpm: above(250), pitchDegPerS: above(-0.6), altitudeOffFt: above(-40) },
    { altitudeOffFt: above(60), verticalFpm: above(100) },
  ],
  forS: 0.3,
  never: ['PULL', 'MORE POWER', 'TRIM'],
  says: 'Let the pull go.',
  means: ['PUSH'],
};

/** Altitude in a turn that is to stay level, plain turns' banks. */
export const levelTurnAltitude = (bankBandDeg: number): Situation[] => [
  {
    id: 'sinking-and-steep',
    during: TURNING,
    when: { altitudeUsed: below(-0.5), bankOffDeg: above(bankBandDeg), verticalFpm: below(-100) },
    forS: 0.5,
    never: ['PULL first', 'MORE POWER'],
    says: 'Ease the bank, then hold.',
    means: ['SHALLOW', 'ALTITUDE'],
  },
  {
    id: 'sinking',
    during: TURNING,
    when: {
      altitudeUsed: below(-0.5),
      bankOffDeg: below(bankBandDeg),
      verticalFpm: below(-100),
      speedUsed: above(-0.6),
    },
    forS: 0.5,
    never: ['MORE POWER', 'STEEP', 'PUSH'],
    says: 'A little back pressure.',
    means: ['PULL'],
  },
  {
    id: 'sinking-and-slow',
    during: TURNING,
    when: { altitudeUsed: below(-0.5), speedUsed: below(-0.6), verticalFpm: below(-100) },
    forS: 0.5,
    never: ['PULL alone', 'STEEP', 'LESS POWER'],
    says: 'A little power. Less bank.',
    means: ['MORE POWER', 'SHALLOW'],
  },
  {
    id: 'climbing-and-slower',
    during: TURNING,
    when: { altitudeUsed: above(0.5), verticalFpm: above(100), speedUsed: below(0.4) },
    forS: 0.5,
    never: ['MORE POWER', 'LESS POWER', 'PULL'],
    says: 'Nose down a little.',
    means: ['PUSH'],
  },
  {
    id: 'high-and-fast',
    during: TURNING,
    when: { altitudeUsed: above(0.6), speedUsed: above(0.4) },
    forS: 0.5,
    never: ['MORE POWER', 'PULL', 'GOOD'],
    says: 'A little less power.',
    means: ['LESS POWER'],
  },
];

/** In, around and out of a plain turn; `aims` besides the bank and the point. */
export function turnSteps(
  card: TargetCard,
  aims: Step['aims'],
  begins: FlightSign = { bankTowardDeg: above(8) },
  before: Step[] = [],
): Step[] {
  const { bankDeg } = card;
  const turn = { ...aims, turnDeg: 360, toHeadingDeg: card.entry.headingDeg };
  return [
    before.length > 0 ? ready(begins, {}) : ready(begins, { ...aims, heading: 'entry' }),
    ...before,
    {
      id: 'roll-in',
      name: 'Rolling in',
      does: 'Look that way. Roll with rudder.',
      means: ['LOOK', 'FEET'],
      done: { bankDeg: above(Math.max(6, bankDeg - 5)) },
      forS: 1,
      withinS: 8,
      wrong: 'The nose swings back: feet late',
      aims: turn,
    },
    {
      id: 'established',
      name: 'Around',
      does: 'Hold the bank. Look round the turn.',
      means: ['LOOK'],
      done: [
        { toGoDeg: below(bankDeg / 2 + 8) },
        { bankDeg: below(Math.max(6, bankDeg * 0.35)), inStepS: above(4) },
      ],
      forS: 0.3,
      withinS: 150,
      wrong: 'The bank wanders',
      aims: { ...turn, bankDeg },
    },
    {
      id: 'roll-out',
      name: 'Rolling out',
      does: 'Roll out, half the bank early.',
      means: ['ROLL'],
      done: { bankDeg: below(5) },
      forS: 0.3,
      withinS: 20,
      wrong: 'The pull stays in, and it rises',
      aims: turn,
      busy: true,
    },
    settle({ ...aims }, {}),
  ];
}
