/** What the coach knows of the ways into a spin: silent until the sign, then the way out, then the same turn without it. */
import type { CoachPart, FlightSign, Situation, Step } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';

export const TRAPS = ['skid', 'over-the-top', 'pull'] as const;
export type TrapKind = (typeof TRAPS)[number];

export const TRAP_TITLES: Record<TrapKind, string> = {
  skid: 'Skidded, base to final',
  'over-the-top': 'Slipped, over the top',
  pull: 'The pull near the ground',
};

/** The bank that the turn is flown at. */
export const TRAP_BANK_DEG = 20;
const OUT_G = 0.06;
const SLOW_KT = 9;
const SAFE_KT = 8;
const CENTRED = between(-0.035, 0.035);

/** By what it shows: the ball toward the outside, toward the low wing, or the speed going with the nose held up. */
const SIGNS: Record<TrapKind, FlightSign> = {
  skid: [{ ballLowG: below(-OUT_G), aboveWarningKt: below(SLOW_KT) }, { ballLowG: below(-2 * OUT_G) }],
  'over-the-top': [
    { ballLowG: above(OUT_G), aboveWarningKt: below(SLOW_KT) },
    { ballLowG: above(2 * OUT_G) },
  ],
  pull: [{ aboveWarningKt: below(4), verticalFpm: below(-100) }, { warnerS: above(0.3) }],
};

const WORDS: Record<TrapKind, { name: string; trap: string; out: string; avoid: string; wrong: string }> = {
  skid: {
    name: 'Hurried round with the foot',
    trap: 'Hold the bank and the nose. Watch.',
    out: 'Nose down. Foot off. Power. Wings level.',
    avoid: 'Again, ball centred. Late? Go around.',
    wrong: 'More rudder to hurry the nose round, the bank held off with the aileron',
  },
  'over-the-top': {
    name: 'Slipping, the nose held up',
    trap: 'Hold the bank and the nose. Watch.',
    out: 'Nose down. Ball centred. Power. Wings level.',
    avoid: 'Again, ball centred, the speed kept.',
    wrong: 'Top rudder held in while the speed goes',
  },
  pull: {
    name: 'Low, and pulling',
    trap: 'Hold the glide. Feel the pull come.',
    out: 'Nose down first. Then power. Climb.',
    avoid: 'Again: keep the glide, the nose down.',
    wrong: 'Pulling because the ground comes near',
  },
};

const turns = (kind: TrapKind): boolean => kind !== 'pull';

export const trapCoach = (kind: TrapKind, glideKias: number): CoachPart => ({
  steps: () => steps(kind, glideKias),
  situations: () => SITUATIONS,
  without: ['below-floor'],
});

function steps(kind: TrapKind, glideKias: number): Step[] {
  const words = WORDS[kind];
  const banked = { bankDeg: above(TRAP_BANK_DEG - 8) };
  return [
    {
      id: 'ready',
      name: 'The glide',
      does: turns(kind) ? `Glide at ${glideKias}. Turn left, twenty.` : `Glide at ${glideKias}, wings level.`,
      means: ['LOOK', 'WAIT'],
      done: turns(kind) ? banked : { inStepS: above(8) },
      forS: 1,
      withinS: 600,
      wrong: words.wrong,
      aims: { kias: glideKias },
    },
    {
      id: 'trap',
      name: words.name,
      does: words.trap,
      means: ['WAIT'],
      done: SIGNS[kind],
      forS: 0.5,
      withinS: 60,
      wrong: words.wrong,
      aims: {},
      busy: true,
    },
    {
      id: 'out',
      name: 'The way out',
      does: words.out,
      means: ['PUSH', 'FEET', 'MORE POWER'],
      done: { ballRightG: CENTRED, aboveWarningKt: above(SAFE_KT), bankDeg: below(10) },
      forS: 1.5,
      withinS: 30,
      wrong: 'Ailerons against the falling wing before the nose is down',
      aims: {},
      busy: true,
    },
    {
      id: 'avoid',
      name: 'The same without it',
      does: words.avoid,
      means: ['WAIT'],
      done: { inStepS: above(20), ballRightG: between(-0.06, 0.06), aboveWarningKt: above(SAFE_KT) },
      forS: 4,
      withinS: 90,
      wrong: words.wrong,
      aims: { kias: glideKias },
    },
  ];
}

const SITUATIONS: readonly Situation[] = [
  {
    id: 'still-held',
    during: ['out'],
    when: { aboveWarningKt: below(3), stickBack: above(0.1), inStepS: above(1.5) },
    forS: 0.5,
    never: ['PULL', 'ROLL', 'STEEP'],
    says: 'Let go of the pull. Nose down.',
    means: ['PUSH'],
    safety: true,
  },
  {
    id: 'ball-still-out',
    during: ['out'],
    when: [
      { ballRightG: above(0.08), inStepS: above(2) },
      { ballRightG: below(-0.08), inStepS: above(2) },
    ],
    forS: 0.5,
    never: ['PULL'],
    says: 'Centre the ball.',
    means: ['FEET'],
  },
  {
    id: 'slow-again',
    during: ['avoid'],
    when: { aboveWarningKt: below(6) },
    forS: 1,
    never: ['PULL', 'LESS POWER'],
    says: 'Speed first: nose down.',
    means: ['PUSH'],
  },
];
