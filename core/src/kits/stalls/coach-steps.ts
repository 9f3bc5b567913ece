/** The steps of a stall: to it, the break or its first sign, and out of it. */
import type { TargetCard } from '../../card/card.ts';
import type { FlightSign, Step } from '../coach/part.ts';
import { above, below, between } from '../coach/sign.ts';
import { ready, settle } from '../coach/steps.ts';

/** What shows that it has begun: power off, or speed gone. */
export const POWER_BACK: FlightSign = [
  { powerTakenOff: above(0.12), lever: below(0.45) },
  { slowedKt: above(10) },
];

/** What shows that the nose is being raised toward the stall. */
export const RISING: FlightSign = { pitchDegPerS: above(0.6), speedKtPerS: below(-0.5), pitchDeg: above(1) };

/** The warner, or without one a speed that says the same. */
const CUE: FlightSign = [{ warnerS: above(0.3) }, { aboveStallKt: below(2), pitchDeg: above(4) }];

/** It gives way: the nose, the lift, or a wing. */
const BREAK: FlightSign = [
  { pitchDegPerS: below(-4), aboveWarningKt: below(4), stickBack: above(0.12) },
  { loadG: below(0.88), aboveWarningKt: below(4), stickBack: above(0.12) },
  { verticalChangeFpm: below(-400), aboveWarningKt: below(4) },
  { bankDegPerS: above(12), aboveWarningKt: below(4) },
];

/** The pull has gone: by the stick where it is recorded; else the wing says so. */
const RELEASED: FlightSign = [
  { elevator: below(0.12) },
  { warnerS: below(0), speedKtPerS: above(1), aboveStallKt: above(3) },
];

const FLYING: FlightSign = [
  { warnerS: below(0), aboveStallKt: above(4), lever: above(0.8), bankDeg: below(20) },
  { aboveWarningKt: above(6), bankDeg: below(20), inStepS: above(3) },
];

const CLIMBING: FlightSign = { verticalFpm: above(120), warnerS: below(0) };

/** The climb back to the altitude. */
export const BACK_UP: Step = {
  id: 'return',
  name: 'Back up',
  does: 'Climb back up; look round.',
  means: ['LOOK'],
  done: [{ altitudeOffFt: above(-80) }, { verticalFpm: between(-150, 150), inStepS: above(8) }],
  forS: 2,
  withinS: 120,
  wrong: 'Done in the head, and nobody looks',
  aims: { altitude: 'entry' },
};

export const stallReady = (begins: FlightSign = POWER_BACK): Step =>
  ready(
    begins,
    { altitude: 'entry', heading: 'entry' },
    { does: 'Look out; floor; then steady', means: ['LOOK'] },
  );

const atTheBreak: Step = {
  id: 'break',
  name: 'The break',
  does: 'Release.',
  means: ['PUSH'],
  done: RELEASED,
  withinS: 4,
  wrong: 'The pull is kept while it falls',
  aims: {},
  busy: true,
  blank: true,
};

/** From the rise of the nose to its release. */
export function toTheStall(card: TargetCard, rise: Pick<Step, 'does' | 'means'>): Step[] {
  const full = card.depth !== 'first-indication';
  return [
    {
      id: 'pitch-up',
      name: 'The nose up',
      ...rise,
      done: [CUE, BREAK].flat() as FlightSign,
      begun: { pitchDeg: above(6), speedKtPerS: below(-0.8), aboveWarningKt: between(0, 14) },
      over: { aboveWarningKt: above(18), pitchDeg: below(8), verticalFpm: above(-300) },
      withinS: 30,
      wrong: 'Feet late: the nose yaws',
      aims: {},
      busy: true,
    },
    full
      ? {
          id: 'cue',
          of: 'pitch-up',
          name: 'The first signs',
          does: 'On to the break.',
          means: ['WAIT'],
          done: BREAK,
          forS: 0.1,
          withinS: 12,
          wrong: 'Recovered before it stalled',
          aims: {},
          busy: true,
          blank: true,
        }
      : {
          id: 'first-sign',
          of: 'pitch-up',
          name: 'The first sign',
          does: 'Recover.',
          means: ['RECOVER'],
          done: RELEASED,
          withinS: 4,
          wrong: 'The sign is waited out',
          aims: {},
          busy: true,
          blank: true,
        },
    ...(full ? [atTheBreak] : []),
  ];
}

/** From the release to the altitude of the entry. */
export const outOfTheStall = (): Step[] => [
  {
    id: 'released',
    // Let go before it broke: there is nothing more to wait for.
    begun: {
      stickBack: below(0.1),
      speedKtPerS: above(1),
      pitchDegPerS: below(1),
      inManeuverS: above(12),
      pitchDeg: below(4),
    },
    name: 'The wing flies',
    does: 'Wings level, full power.',
    means: ['ROLL', 'MORE POWER'],
    done: FLYING,
    forS: 0.3,
    withinS: 8,
    wrong: 'The power is forgotten, or comes before the nose',
    aims: {},
    busy: true,
    blank: true,
  },
  {
    id: 'recovery',
    name: 'Recovery',
    does: 'Let it fly; then it climbs.',
    means: ['WAIT'],
    done: CLIMBING,
    forS: 1,
    withinS: 15,
    wrong: 'Pulled up too soon: it stalls again',
    aims: {},
    busy: true,
    blank: true,
  },
  {
    id: 'climb',
    name: 'The climb',
    does: 'Climbing: flaps by stages. Look up.',
    means: ['WAIT', 'FLAPS IN', 'LOOK'],
    done: [{ flapStage: below(0), inStepS: above(8) }, { inStepS: above(25) }],
    withinS: 30,
    wrong: 'Flaps while it sinks',
    aims: {},
    busy: true,
  },
  BACK_UP,
  settle({ altitude: 'entry' }, { withinS: 40 }),
];
