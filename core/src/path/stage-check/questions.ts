/**
 * Questions of the oral part: what is asked, what the answer has to hold, and where it stands. A short set from memory to begin with;
 * the airplane's handbook and the school come first.
 */
import { z } from 'zod';

export const questionSchema = z.object({
  id: z.string().regex(/^[a-z][a-z0-9-]{1,59}$/),
  /** The maneuver that it goes with; null for one that goes with any. */
  maneuver: z.string().nullable(),
  kind: z.enum(['knowledge', 'risk']),
  asks: z.string().min(1).max(300),
  looksFor: z.string().min(1).max(500),
  source: z.string().min(1).max(200),
});
export type Question = z.infer<typeof questionSchema>;

const HANDBOOK = 'Airplane Flying Handbook (FAA-H-8083-3), from memory';
const OWN = 'the airplane’s own handbook';
const PRACTICE = 'common practice, no source';

/** One of knowledge and one of risk for each maneuver that a syllabus asks for before solo, and a few that go with any. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'light-signals',
    maneuver: null,
    kind: 'knowledge',
    asks: 'The radio is silent on downwind. What do you do, and what does a steady green mean to you?',
    looksFor:
      'Fly the airplane, look for traffic, check volume and frequency; watch the tower for a light. Steady green in flight: cleared to land.',
    source: '14 CFR 91.125, from memory',
  },
  {
    id: 'fuel-reserve',
    maneuver: null,
    kind: 'knowledge',
    asks: 'How much fuel must be left when you land by day, and how much do you want?',
    looksFor:
      'By US rules enough for 30 minutes at cruise by day; the school may ask for more. The student names a figure and how it is measured.',
    source: '14 CFR 91.151, from memory',
  },
  {
    id: 'not-today',
    maneuver: null,
    kind: 'risk',
    asks: 'Name three things that would keep you on the ground today.',
    looksFor:
      'Own limits of wind, cloud, visibility; the pilot’s own state; the airplane. Said as figures, before the flight.',
    source: PRACTICE,
  },
  {
    id: 'level-attitude',
    maneuver: 'straight-and-level',
    kind: 'knowledge',
    asks: 'The altitude creeps up at cruise power. What do you change, and in what order?',
    looksFor: 'Attitude by the horizon first, then trim; power only where the speed is not what was set.',
    source: HANDBOOK,
  },
  {
    id: 'level-look',
    maneuver: 'straight-and-level',
    kind: 'risk',
    asks: 'How do you look for traffic while you hold height and heading?',
    looksFor: 'Outside most of the time, by sectors with a stop in each; instruments in short glances.',
    source: HANDBOOK,
  },
  {
    id: 'turn-load',
    maneuver: 'level-turn',
    kind: 'knowledge',
    asks: 'Why does a level turn need back pressure?',
    looksFor:
      'The lift is tilted: its vertical part must still carry the weight, so that more lift, a greater angle of attack, is needed.',
    source: HANDBOOK,
  },
  {
    id: 'turn-clear',
    maneuver: 'level-turn',
    kind: 'risk',
    asks: 'What do you do before you lower a wing, and why twice with a high wing?',
    looksFor:
      'Look in the direction of the turn, and behind; a high wing hides where it turns to, so it is lifted first.',
    source: HANDBOOK,
  },
  {
    id: 'slow-back-side',
    maneuver: 'slow-flight',
    kind: 'knowledge',
    asks: 'At minimum speed the airplane sinks. What does pulling do, and what stops it?',
    looksFor:
      'Behind the power curve pulling slows it and it sinks faster; power stops it, with the nose held or lowered.',
    source: HANDBOOK,
  },
  {
    id: 'slow-near-ground',
    maneuver: 'slow-flight',
    kind: 'risk',
    asks: 'Where in a normal flight are you slow and low, and what keeps you from a stall there?',
    looksFor:
      'Approach, flare, go-around, a stretched glide. Speed by attitude, coordinated turns of little bank, going around early.',
    source: HANDBOOK,
  },
  {
    id: 'stall-angle',
    maneuver: 'power-off-stall',
    kind: 'knowledge',
    asks: 'Can a wing stall at any speed? What alone ends a stall?',
    looksFor:
      'At any speed and attitude: it is the angle of attack. Lowering it ends the stall; power helps only after.',
    source: HANDBOOK,
  },
  {
    id: 'stall-base-final',
    maneuver: 'power-off-stall',
    kind: 'risk',
    asks: 'You overshoot final. What must you not do, and what do you do?',
    looksFor:
      'No rudder to hurry the nose round, no steeper bank with the nose held up: that is how a spin begins. Go around.',
    source: HANDBOOK,
  },
  {
    id: 'departure-stall-cue',
    maneuver: 'power-on-stall',
    kind: 'knowledge',
    asks: 'With power on the nose is high and the horn sounds. In which order do you act?',
    looksFor:
      'Forward to lower the angle of attack, wings level with coordinated rudder, full power as needed, then climb away.',
    source: HANDBOOK,
  },
  {
    id: 'departure-rudder',
    maneuver: 'power-on-stall',
    kind: 'risk',
    asks: 'Why does the left wing tend to drop with full power, and what keeps it from becoming a spin?',
    looksFor:
      'Yaw to the left from propeller and torque where the rudder is not used; the ball in the middle, and forward at the first sign.',
    source: HANDBOOK,
  },
  {
    id: 'steep-load',
    maneuver: 'steep-turn',
    kind: 'knowledge',
    asks: 'What is the load factor in a level turn of 45° bank, and what does it do to the stall speed?',
    looksFor: '1.41 times; the stall speed rises by its square root, near a fifth.',
    source: HANDBOOK,
  },
  {
    id: 'steep-spiral',
    maneuver: 'steep-turn',
    kind: 'risk',
    asks: 'In a steep turn the nose drops and the speed rises. What comes first?',
    looksFor:
      'Power off where it is fast, wings level, then ease out of the dive: pulling in the bank tightens the spiral.',
    source: HANDBOOK,
  },
  {
    id: 'glide-speed',
    maneuver: 'best-glide',
    kind: 'knowledge',
    asks: 'What is the best glide speed of this airplane at today’s weight, and why does weight change it?',
    looksFor: 'The figure of the handbook; it goes with the square root of the weight.',
    source: OWN,
  },
  {
    id: 'glide-field',
    maneuver: 'best-glide',
    kind: 'risk',
    asks: 'The engine stops at 800 ft after takeoff. Do you turn back?',
    looksFor:
      'Land ahead, within what is in front of the wings; the height for a turn is decided on the ground, before the takeoff.',
    source: PRACTICE,
  },
];
