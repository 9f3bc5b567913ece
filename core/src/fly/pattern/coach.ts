/** What the coach knows of the pattern: from the line-up to the stop, by what shows where the airplane is. */
import type { Airplane } from '../../airplane/schema.ts';
import type { CoachPart, Situation, Step } from '../../kits/coach/part.ts';
import { above, below, between } from '../../kits/coach/sign.ts';

/** Figures of this pattern: heights above the field and distances from the threshold, ft; speeds, KIAS. */
export interface PatternFigures {
  rotateKias: number;
  climbKias: number;
  downwindKias: number;
  baseKias: number;
  finalKias: number;
  patternFt: number;
  gateFt: number;
  /** Of the downwind leg from the runway, and of the turn to base before the threshold. */
  widthFt: number;
  baseFt: number;
  /** The way down, degrees below the horizon. */
  pathDeg: number;
  side: 'left' | 'right';
  flapStages: number;
}

/** Bank on base and final at most, deg; common practice. */
const MOST_BANK_DEG = 30;
const FAST_KT = 10;
const SLOW_KT = 5;
/** Before the downwind turn is due. */
const LEAD_FT = 1300;

export const patternCoach = (figures: PatternFigures, from: 'runway' | 'final'): CoachPart => ({
  steps: () => (from === 'runway' ? steps(figures) : [onFinal, ...steps(figures).slice(1)]),
  situations: () => situations(figures),
  // Near a field the floor is the runway.
  without: ['floor-near', 'below-floor'],
});

/** Begun on final, the first step is over as soon as it flies. */
const onFinal: Step = {
  id: 'ready',
  name: 'On final',
  does: 'On final. Find the aim point.',
  means: ['LOOK'],
  done: { fieldFt: above(4) },
  leadsTo: 'final',
  forS: 2,
  withinS: 600,
  wrong: 'Looked for late',
  aims: {},
};

function steps(f: PatternFigures): Step[] {
  const { side } = f;
  const altitude = { altitude: 'entry' } as const;
  const inAir = { onWheels: below(0), fieldFt: above(4) };
  return [
    {
      id: 'ready',
      name: 'Lined up',
      does: 'Middle of the runway. Look. Full power.',
      means: ['LOOK', 'MORE POWER'],
      done: [{ lever: above(0.6) }, inAir],
      forS: 0.3,
      withinS: 600,
      wrong: 'Rolling before the runway, the final and the controls were checked',
      aims: {},
    },
    {
      id: 'roll',
      name: 'Takeoff roll',
      does: 'Feet keep the middle. Airspeed alive?',
      means: ['FEET', 'FIGURE'],
      done: { kias: above(f.rotateKias - 2) },
      begun: { lever: above(0.6), onWheels: above(0.3), overKt: above(12), kias: below(f.rotateKias - 3) },
      withinS: 40,
      wrong: 'The right foot late as the power comes in: it swings left',
      aims: {},
      busy: true,
    },
    {
      id: 'rotate',
      name: 'Rotation',
      does: `At ${f.rotateKias}: ease the nose up.`,
      means: ['PULL'],
      done: inAir,
      forS: 0.6,
      withinS: 12,
      wrong: 'Pulled off before there is speed to climb with',
      aims: {},
      busy: true,
    },
    {
      id: 'climb',
      name: 'Climb',
      does: `Climb at ${f.climbKias}. Runway straight behind.`,
      means: ['WAIT'],
      done: { fieldFt: above(f.patternFt - 300) },
      withinS: 120,
      wrong: 'Chasing the speed with the nose; drifting off the runway line',
      aims: { kias: f.climbKias },
    },
    {
      id: 'crosswind',
      name: 'Crosswind turn',
      does: `Look ${side}, turn ${side}: crosswind.`,
      means: ['LOOK', 'STEEP'],
      done: { outFt: above(f.widthFt - LEAD_FT) },
      begun: {
        outFt: above(1200),
        fieldFt: above(f.patternFt - 350),
        alongFt: above(0),
        offDownwindDeg: between(60, 120),
      },
      withinS: 70,
      wrong: 'Turned before 300 ft below the pattern; speed lost in the turn',
      aims: { kias: f.climbKias },
    },
    {
      id: 'downwind-turn',
      name: 'Turn downwind',
      does: `Turn ${side}: downwind. Level at pattern height.`,
      means: ['STEEP', 'ALTITUDE'],
      done: { offDownwindDeg: below(15) },
      withinS: 60,
      wrong: 'Climbing through the height of the pattern in the turn',
      aims: altitude,
    },
    {
      id: 'downwind',
      name: 'Downwind',
      does: `Hold height. ${f.downwindKias}. Same distance from the runway.`,
      means: ['ALTITUDE'],
      done: { alongFt: below(0) },
      forS: 0.3,
      begun: { offDownwindDeg: below(15), alongFt: above(0), outFt: above(1500) },
      withinS: 120,
      wrong: 'The leg drifts in or out with the wind',
      aims: { altitude: 'entry', kias: f.downwindKias },
    },
    {
      id: 'abeam',
      name: 'Abeam the threshold',
      does: f.flapStages > 0 ? 'Abeam: power back, first flaps, trim.' : 'Abeam: power back, trim.',
      means: ['LESS POWER', 'FLAPS OUT', 'TRIM'],
      done: { alongFt: below(-f.baseFt) },
      forS: 0.3,
      begun: { offDownwindDeg: below(20), alongFt: below(0), outFt: above(1500) },
      withinS: 70,
      wrong: 'The nose held up while the speed goes',
      aims: { kias: f.downwindKias },
    },
    {
      id: 'base',
      name: 'Base',
      does: `Look, turn ${side}: base. ${f.baseKias}.`,
      means: ['LOOK', 'STEEP'],
      done: { outFt: below(1700) },
      begun: { alongFt: below(-0.6 * f.baseFt), outFt: above(1700), offDownwindDeg: between(50, 130) },
      withinS: 70,
      wrong: 'Speed lost in the turn, the nose high',
      aims: { kias: f.baseKias },
    },
    {
      id: 'final-turn',
      name: 'Turn to final',
      does: `Turn ${side} to final. Thirty at most.`,
      means: ['STEEP', 'WAIT'],
      done: { offRunwayDeg: between(-12, 12) },
      withinS: 40,
      wrong: 'Overshot, and hurried round with the foot: the stall that spins',
      aims: { kias: f.baseKias },
      busy: true,
    },
    {
      id: 'final',
      name: 'Final',
      does: `Aim point still. ${f.finalKias}. Flaps, trim.`,
      means: ['WAIT', 'FLAPS OUT', 'TRIM'],
      done: { fieldFt: below(f.gateFt) },
      begun: {
        alongFt: below(-2000),
        offRunwayDeg: between(-12, 12),
        outFt: between(-1200, 1200),
        fieldFt: above(f.gateFt),
        verticalFpm: below(100),
      },
      withinS: 100,
      wrong: 'Speed by the throttle and height by the nose, both late',
      aims: { kias: f.finalKias },
      again: { to: 'climb', sign: { lever: above(0.9), verticalFpm: above(250), fieldFt: above(30) } },
    },
    {
      id: 'gate',
      name: 'Below the gate',
      does: 'Stable? Land. Not stable? Go around.',
      means: ['WAIT'],
      done: { fieldFt: below(28) },
      begun: {
        fieldFt: between(28, f.gateFt),
        alongFt: below(300),
        offRunwayDeg: between(-12, 12),
        verticalFpm: below(-100),
      },
      withinS: 60,
      wrong: 'Landed because it was begun',
      aims: { kias: f.finalKias },
      again: { to: 'climb', sign: { lever: above(0.9), verticalFpm: above(150), fieldFt: above(30) } },
    },
    {
      id: 'flare',
      name: 'Roundout',
      does: 'Power off. Eyes far. Hold it off.',
      means: ['LESS POWER', 'PULL', 'WAIT'],
      done: { onWheels: above(0.05) },
      withinS: 25,
      wrong: 'Eyes on the runway just ahead: rounded out too high or too late',
      aims: {},
      busy: true,
      again: { to: 'climb', sign: { lever: above(0.9), verticalFpm: above(150), fieldFt: above(40) } },
    },
    {
      id: 'roll-out',
      name: 'Landing roll',
      does: 'Straight. Stick back. Then brakes.',
      means: ['FEET', 'PULL', 'WAIT'],
      done: [{ overKt: below(5) }, { lever: above(0.6), onWheels: above(0.2), inStepS: above(2) }],
      forS: 0.5,
      withinS: 45,
      wrong: 'Done flying before it has stopped',
      aims: {},
      busy: true,
    },
  ];
}

const NEAR = ['final', 'gate'] as const;

function situations(f: PatternFigures): Situation[] {
  const slope = Math.tan((f.pathDeg * Math.PI) / 180);
  // At the gate this is the height, so far out; a degree and a half to either side of the path.
  const gateOutFt = f.gateFt / slope;
  return [
    {
      id: 'skid',
      during: ['base', 'final-turn', 'final'],
      when: [
        { ballLowG: below(-0.05), bankDeg: above(12), aboveWarningKt: below(12) },
        { ballLowG: below(-0.05), bankDeg: above(25) },
      ],
      forS: 0.6,
      never: ['PULL', 'STEEP', 'LEFT FOOT'],
      says: 'Nose down. Ease the inside foot. Less bank.',
      means: ['PUSH', 'FEET', 'SHALLOW'],
      safety: true,
    },
    {
      id: 'too-steep',
      during: ['base', 'final-turn', 'final'],
      when: { bankDeg: above(MOST_BANK_DEG + 2) },
      forS: 0.6,
      never: ['STEEP', 'PULL'],
      says: 'Less bank. Go around if it overshoots.',
      means: ['SHALLOW'],
      safety: true,
    },
    {
      id: 'not-stable',
      during: ['gate'],
      when: [
        { kias: above(f.finalKias + FAST_KT), fieldFt: above(40) },
        { kias: below(f.finalKias - SLOW_KT - 2), fieldFt: above(40) },
        { verticalFpm: below(-1000), fieldFt: above(40) },
        { outFt: above(250), fieldFt: above(60) },
        { outFt: below(-250), fieldFt: above(60) },
      ],
      forS: 1,
      never: ['LESS POWER', 'GOOD'],
      says: 'Not stable: go around. Full power.',
      means: ['MORE POWER'],
      safety: true,
    },
    {
      id: 'bounced',
      during: ['roll-out'],
      when: { fieldFt: above(4), onWheels: below(0) },
      forS: 0.2,
      never: ['PUSH', 'LESS POWER', 'GOOD'],
      says: 'Bounced. Full power, hold the nose, go around.',
      means: ['MORE POWER', 'WAIT'],
      safety: true,
    },
    {
      id: 'swings-left',
      during: ['roll', 'rotate', 'roll-out'],
      when: [
        { rightFt: below(-18), onWheels: above(0.2) },
        { offRunwayDeg: below(-5), onWheels: above(0.2) },
      ],
      forS: 0.4,
      never: ['LEFT FOOT', 'ROLL'],
      says: 'Right foot. Keep the middle.',
      means: ['RIGHT FOOT'],
    },
    {
      id: 'swings-right',
      during: ['roll', 'rotate', 'roll-out'],
      when: [
        { rightFt: above(18), onWheels: above(0.2) },
        { offRunwayDeg: above(5), onWheels: above(0.2) },
      ],
      forS: 0.4,
      never: ['RIGHT FOOT', 'ROLL'],
      says: 'Left foot. Keep the middle.',
      means: ['LEFT FOOT'],
    },
    {
      id: 'late-rotation',
      during: ['rotate'],
      when: { kias: above(f.rotateKias + 8), onWheels: above(0.05) },
      forS: 0.5,
      never: ['PUSH'],
      says: 'Ease back now.',
      means: ['PULL'],
    },
    {
      id: 'climb-slow',
      during: ['climb', 'crosswind'],
      when: { kias: below(f.climbKias - 6), sinceLiftS: above(8) },
      forS: 1.5,
      never: ['PULL', 'LESS POWER'],
      says: 'Nose a little down. Speed first.',
      means: ['PUSH'],
    },
    {
      id: 'climb-fast',
      during: ['climb', 'crosswind'],
      when: { kias: above(f.climbKias + 12), fieldFt: above(150) },
      forS: 2,
      never: ['PUSH'],
      says: 'Nose up a little.',
      means: ['PULL'],
    },
    {
      id: 'flaps-late',
      during: ['climb'],
      when: { flapStage: above(1), fieldFt: above(400), aboveVxKt: above(0), verticalFpm: above(200) },
      forS: 3,
      never: ['FLAPS OUT'],
      says: 'Flaps up, stage by stage.',
      means: ['FLAPS IN'],
    },
    {
      id: 'flaps-at-once',
      during: ['climb', 'final', 'gate'],
      when: { stagesAtOnce: above(2), sinceFlapsInS: below(2), fieldFt: below(500) },
      never: ['PULL', 'FLAPS IN'],
      says: 'One stage at a time. Hold the nose.',
      means: ['WAIT'],
      once: true,
    },
    {
      id: 'high-downwind',
      during: ['downwind', 'downwind-turn'],
      when: { altitudeOffFt: above(100) },
      forS: 1.5,
      never: ['PULL', 'MORE POWER'],
      says: 'High: ease down, a little power off.',
      means: ['PUSH', 'LESS POWER'],
    },
    {
      id: 'low-downwind',
      during: ['downwind'],
      when: { altitudeOffFt: below(-100) },
      forS: 1.5,
      never: ['LESS POWER', 'PUSH'],
      says: 'Low: power and nose up.',
      means: ['MORE POWER', 'PULL'],
    },
    {
      id: 'wide',
      during: ['downwind', 'abeam'],
      when: { outFt: above(f.widthFt + 1500) },
      forS: 2,
      never: [],
      says: 'Too wide: turn a little toward the runway.',
      means: ['HEADING'],
    },
    {
      id: 'close',
      during: ['downwind', 'abeam'],
      when: { outFt: below(f.widthFt - 1500) },
      forS: 2,
      never: [],
      says: 'Too close: turn a little away.',
      means: ['HEADING'],
    },
    {
      id: 'fast-final',
      during: [...NEAR, 'final-turn', 'base'],
      when: { kias: above(f.finalKias + FAST_KT + 4), fieldFt: above(60) },
      forS: 1.5,
      never: ['MORE POWER', 'PUSH'],
      says: 'Fast: less power, nose up a little.',
      means: ['LESS POWER', 'PULL'],
    },
    {
      id: 'slow-final',
      during: [...NEAR, 'final-turn', 'base'],
      when: { kias: below(f.finalKias - SLOW_KT), fieldFt: above(40) },
      forS: 1,
      never: ['LESS POWER', 'PULL', 'STEEP'],
      says: 'Slow: nose down, and power.',
      means: ['PUSH', 'MORE POWER'],
    },
    {
      id: 'low-final',
      during: ['final'],
      when: {
        fieldFt: below(f.gateFt + 60),
        alongFt: below(-1.6 * gateOutFt),
        kias: above(f.finalKias - SLOW_KT),
      },
      forS: 1,
      never: ['LESS POWER', 'PUSH'],
      says: 'Low: add power, hold it level.',
      means: ['MORE POWER', 'ALTITUDE'],
    },
    {
      id: 'high-final',
      during: ['final'],
      when: {
        alongFt: above(-0.62 * gateOutFt),
        fieldFt: above(f.gateFt + 40),
        kias: above(f.finalKias - SLOW_KT),
      },
      forS: 1,
      never: ['MORE POWER'],
      says: 'Too high for this: go around.',
      means: ['WAIT'],
    },
    {
      id: 'right-of-line',
      during: ['final', 'gate'],
      when: { rightFt: above(150), offRunwayDeg: above(-4) },
      forS: 1.5,
      never: [],
      says: 'Right of the line: a few degrees left.',
      means: ['HEADING'],
    },
    {
      id: 'left-of-line',
      during: ['final', 'gate'],
      when: { rightFt: below(-150), offRunwayDeg: below(4) },
      forS: 1.5,
      never: [],
      says: 'Left of the line: a few degrees right.',
      means: ['HEADING'],
    },
    {
      id: 'flare-late',
      during: ['flare'],
      when: { fieldFt: below(13), verticalFpm: below(-330) },
      never: ['PUSH'],
      says: 'Ease back. Back.',
      means: ['PULL'],
    },
    {
      id: 'ballooned',
      during: ['flare'],
      when: { verticalFpm: above(60), fieldFt: above(8) },
      forS: 0.3,
      never: ['PULL', 'PUSH'],
      says: 'Stop. Hold that. Let it settle.',
      means: ['WAIT'],
    },
    {
      id: 'flare-high',
      during: ['flare'],
      when: { fieldFt: above(14), verticalFpm: above(-40), aboveWarningKt: below(6) },
      forS: 0.6,
      never: ['PULL', 'LESS POWER'],
      says: 'High: a little power, or go around.',
      means: ['MORE POWER'],
    },
    {
      id: 'power-in-the-flare',
      during: ['flare'],
      when: { lever: above(0.2), fieldFt: below(15) },
      forS: 1.5,
      never: [],
      says: 'Throttle closed.',
      means: ['LESS POWER'],
    },
  ];
}

/** The speeds and sizes of a pattern, from the airplane's file, the school's rules and the runway. */
export function patternFigures(
  airplane: Airplane,
  rules: { patternFt: number; gateFt: number; pathDeg: number; side: 'left' | 'right' },
  finalKias: number,
): PatternFigures {
  const vs1 = airplane.vs1Kias;
  const { patternKias } = airplane;
  return {
    ...rules,
    rotateKias: Math.round(airplane.rotateKias ?? 1.12 * vs1),
    climbKias: Math.round(airplane.vyKias ?? 1.5 * vs1),
    downwindKias: Math.round(patternKias?.downwind ?? 1.7 * vs1),
    baseKias: Math.round(patternKias?.base ?? 1.45 * vs1),
    finalKias: Math.round(finalKias),
    widthFt: 4900,
    baseFt: 7600,
    flapStages: airplane.flaps.length,
  };
}
