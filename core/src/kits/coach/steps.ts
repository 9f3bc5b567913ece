/** The two steps that every maneuver has: steady before, settled after. */
import type { Aims, FlightSign, Step } from './part.ts';
import { above, below, between } from './sign.ts';

export const ready = (begins: FlightSign, aims: Aims, more: Partial<Step> = {}): Step => ({
  id: 'ready',
  name: 'Before it begins',
  does: 'Look out, then steady: altitude, speed, heading',
  means: ['LOOK', 'ALTITUDE', 'HEADING'],
  done: begins,
  forS: 0.4,
  withinS: 600,
  wrong: 'Begun before it was steady',
  aims,
  ...more,
});

/** Nobody waits longer for an airplane to settle, s. */
const LONGEST_S = 18;

export const settle = (aims: Aims, more: Partial<Step> = {}): Step => ({
  id: 'settle',
  name: 'Settling',
  does: 'Wings level. Hold it there.',
  means: ['WAIT'],
  done: [
    { verticalFpm: between(-250, 250), bankDeg: below(6), inStepS: above(3) },
    // Settled or not, it is over.
    { inStepS: above(LONGEST_S) },
  ],
  forS: 3,
  withinS: 25,
  wrong: 'Done in the head before the airplane is settled',
  aims,
  ...more,
});
