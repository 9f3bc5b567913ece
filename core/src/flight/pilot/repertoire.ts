/** What the synthetic pilots can fly, with which habits; a habit has the id of the finding that it should lead to. */
import type { Cockpit, Script } from './cockpit.ts';
import { ENTRY_HABITS } from './entry.ts';
import { slowFlight } from './slow-flight.ts';
import { powerOffStall, powerOnStall, stallSeries } from './stalls.ts';
import { bestGlide, climb, configurationChange, descent, straightAndLevel } from './straight.ts';
import {
  clearingTurns,
  climbingTurn,
  coordinationRolls,
  descendingTurn,
  levelTurn,
  steepTurn,
  TURN_HABITS,
} from './turns.ts';

export interface Piece {
  script: (c: Cockpit) => Script;
  /** Names of findings; with the variant that shows it, where the first one does not. */
  habits: readonly string[];
  habitVariants?: Readonly<Record<string, string>>;
  /** Flown from the speed of the card, or from cruise. */
  from: 'card' | 'cruise';
}

const FLAP_HABITS = { 'balloon-on-flap': 'landing', 'flaps-all-at-once': 'landing' };

export const REPERTOIRE: Readonly<Record<string, Piece>> = {
  'straight-and-level': {
    script: straightAndLevel,
    habits: ['chasing', 'out-of-trim', 'heading-drift', 'speed-not-settled', 'altitude-offset'],
    from: 'card',
  },
  'configuration-change': {
    script: configurationChange,
    habits: ['balloon-on-flap', 'sink-on-flap-retraction', 'flap-overspeed'],
    from: 'cruise',
  },
  climb: {
    script: climb,
    habits: ['heading-drift', 'speed-not-settled', 'level-off-overshoot'],
    from: 'card',
  },
  descent: {
    script: descent,
    habits: ['heading-drift', 'speed-not-settled', 'level-off-overshoot'],
    from: 'card',
  },
  'coordination-rolls': { script: coordinationRolls, habits: ['adverse-yaw'], from: 'card' },
  'clearing-turns': { script: clearingTurns, habits: [], from: 'card' },
  'level-turn': {
    script: levelTurn,
    habits: [...ENTRY_HABITS, 'alt-loss-roll-in', 'alt-gain-rollout', ...TURN_HABITS],
    from: 'card',
  },
  'climbing-turn': { script: climbingTurn, habits: TURN_HABITS, from: 'card' },
  'descending-turn': { script: descendingTurn, habits: TURN_HABITS, from: 'card' },
  'slow-flight': {
    script: slowFlight,
    habits: [
      ...ENTRY_HABITS,
      'balloon-on-flap',
      'altitude-loss-entry',
      'sink-before-power',
      'stall-warning',
      'too-fast',
      'too-much-bank',
      'heading-drift-left',
      'not-trimmed',
      'climb-on-recovery',
      'flaps-all-at-once',
    ],
    habitVariants: FLAP_HABITS,
    from: 'cruise',
  },
  'power-off-stall': {
    script: powerOffStall,
    habits: [
      ...ENTRY_HABITS,
      'no-stabilized-descent',
      'wrong-cue',
      'heading-drift',
      'wing-drop',
      'aileron-in-stall',
      'late-recovery',
      'power-before-pitch',
      'nose-too-low',
      'secondary-stall',
      'excess-altitude-loss',
      'flaps-all-at-once',
      'flaps-up-without-climb',
      'spin-entry',
    ],
    from: 'cruise',
  },
  'power-on-stall': {
    script: powerOnStall,
    habits: [
      ...ENTRY_HABITS,
      'wrong-cue',
      'heading-drift',
      'wing-drop',
      'aileron-in-stall',
      'late-recovery',
      'nose-too-low',
      'secondary-stall',
      'excess-altitude-loss',
      'power-too-low',
      'pitch-too-steep',
      'spin-entry',
    ],
    from: 'cruise',
  },
  'stall-series': { script: stallSeries, habits: [...ENTRY_HABITS, 'wing-drop'], from: 'cruise' },
  'steep-turn': {
    script: steepTurn,
    habits: [
      ...ENTRY_HABITS,
      'roll-in-too-fast',
      'alt-loss-roll-in',
      'alt-gain-rollout',
      'overbank',
      'bank-shallow',
      'bank-wander',
      'speed-decay',
      'speed-above-va',
      'power-unchanged',
      'power-chasing',
      'slip',
      'skid',
      'rollout-early',
      'rollout-late',
      'incomplete-turn',
      'stall-warning',
      'spiral-dive',
    ],
    from: 'card',
  },
  'best-glide': {
    script: bestGlide,
    habits: [
      'no-clearing',
      'rushed-entry',
      'below-floor',
      'slow-to-glide-speed',
      'too-fast-for-glide',
      'too-slow-for-glide',
    ],
    from: 'cruise',
  },
};

/** Findings that no recording can show, so that no pilot has them as a habit. */
export const HABITS_WITHOUT_RECORD: Readonly<Record<string, string>> = {
  'best-glide/drill-item-missed': 'the drill is said and touched; no channel records it',
};

/** Every habit's id. */
export const HABITS: readonly string[] = Object.entries(REPERTOIRE).flatMap(([maneuver, { habits }]) =>
  habits.map((habit) => `${maneuver}/${habit}`),
);
