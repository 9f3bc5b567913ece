/** The demo's lessons: a dozen flown, each with faults of its own, and two still to fly. */
import type { Conditions, HabitIn, Help, LessonItem, Loading } from '@keel/core';

export interface DemoAttempt {
  help?: Help;
  grade?: number;
  selfGrade?: number;
  comment?: string;
  nextTime?: string;
}

export interface DemoLesson {
  key: string;
  student: string;
  title: string;
  /** Day and hour, UTC. */
  at: string;
  airplane: 'cairn-4' | 'gimmer-2' | 'sedge-2';
  standard: string;
  weightLb: number;
  headingDeg: number;
  oatC: number;
  /** What is flown; steep turns alone when left out. */
  items?: LessonItem[];
  loading?: Loading;
  /** Cloud, airspace, wind and the block. */
  sky?: Partial<Conditions>;
  focus?: string;
  /** Every third lesson meets light turbulence where nothing is said. */
  turbulence?: 'none' | 'light';
  /** What is flown, a steep turn both ways where nothing else is named; none for a lesson that is only planned. */
  pairs: { item?: string; habit: string; habitScale?: number; habitIn?: HabitIn }[];
  /** What was said of each attempt, in the order flown. */
  statements: DemoAttempt[];
}

/** Others are only planned. */
export const isFlown = ({ pairs }: DemoLesson): boolean => pairs.length > 0;

const overbank = 'steep-turn/overbank';
const shallow = 'steep-turn/bank-shallow';
const lossRollIn = 'steep-turn/alt-loss-roll-in';
const gainRollout = 'steep-turn/alt-gain-rollout';
const decay = 'steep-turn/speed-decay';
const late = 'steep-turn/rollout-late';
const early = 'steep-turn/rollout-early';

export const DEMO_LESSONS: readonly DemoLesson[] = [
  {
    key: 'nell-1',
    student: 'nell',
    title: 'Steep turns, first look',
    at: '2026-09-22T09:30:00Z',
    airplane: 'cairn-4',
    standard: 'school-pre-solo',
    weightLb: 2240,
    headingDeg: 360,
    oatC: 9,
    pairs: [{ habit: 'none' }, { habit: overbank, habitScale: 1.3, habitIn: 'both' }],
    statements: [
      { help: 'demonstration' },
      { help: 'demonstration' },
      { help: 'talked-through', grade: 1, selfGrade: 1 },
      { help: 'talked-through', grade: 1, selfGrade: 2, nextTime: 'Stop the roll, then pull.' },
    ],
  },
  {
    key: 'nell-2',
    student: 'nell',
    title: 'Steep turns both ways',
    at: '2026-09-29T09:30:00Z',
    airplane: 'cairn-4',
    standard: 'school-pre-solo',
    weightLb: 2235,
    headingDeg: 360,
    oatC: 8,
    pairs: [
      { habit: overbank, habitScale: 1.2 },
      { habit: lossRollIn, habitScale: 1.19, habitIn: 'second' },
    ],
    statements: [
      { help: 'prompted', grade: 2, selfGrade: 2 },
      { help: 'prompted', grade: 2 },
      { help: 'unaided', grade: 2 },
      { help: 'unaided', grade: 2, selfGrade: 3, nextTime: 'Begin the pull at 30°, not at 45°.' },
    ],
  },
  {
    key: 'nell-3',
    student: 'nell',
    title: 'Steep turns and review',
    at: '2026-10-13T08:45:00Z',
    airplane: 'cairn-4',
    standard: 'faa-private',
    weightLb: 2240,
    headingDeg: 90,
    oatC: 7,
    pairs: [
      { habit: overbank, habitScale: 1.0, habitIn: 'second' },
      { habit: gainRollout, habitScale: 1.33, habitIn: 'both' },
    ],
    statements: [
      { help: 'unaided', grade: 3 },
      { help: 'unaided', grade: 2, selfGrade: 2, comment: 'Saw it herself at 50° and still pulled first.' },
      { help: 'unaided', grade: 3 },
      { help: 'unaided', grade: 3, nextTime: 'Let the pull go as the wings come level.' },
    ],
  },
  {
    key: 'nell-4',
    student: 'nell',
    title: 'Steep turns to the private standard',
    at: '2026-10-27T10:00:00Z',
    airplane: 'cairn-4',
    standard: 'faa-private',
    weightLb: 2230,
    headingDeg: 360,
    oatC: 5,
    pairs: [
      { habit: late, habitScale: 0.84 },
      { habit: gainRollout, habitScale: 0.83, habitIn: 'both' },
    ],
    statements: [
      { help: 'unaided', grade: 3, selfGrade: 3 },
      { help: 'unaided', grade: 3 },
      { help: 'unaided', grade: 3 },
      { help: 'unaided', grade: 4, nextTime: 'Half the bank before the peak, out loud.' },
    ],
  },
  {
    key: 'nell-5',
    student: 'nell',
    title: 'Steep turns, checking the reversal',
    at: '2026-11-14T09:30:00Z',
    airplane: 'cairn-4',
    standard: 'faa-private',
    weightLb: 2240,
    headingDeg: 360,
    oatC: 4,
    pairs: [{ habit: 'none' }, { habit: overbank, habitScale: 0.9 }],
    statements: [
      { help: 'demonstration' },
      { help: 'demonstration' },
      { help: 'unaided' },
      { help: 'unaided' },
    ],
  },
  {
    key: 'joss-1',
    student: 'joss',
    title: 'Steep turns, first look',
    at: '2026-10-06T13:00:00Z',
    airplane: 'gimmer-2',
    standard: 'school-pre-solo',
    weightLb: 1790,
    headingDeg: 270,
    oatC: 10,
    pairs: [{ habit: shallow, habitScale: 1.18, habitIn: 'both' }],
    statements: [
      { help: 'talked-through', grade: 1 },
      { help: 'talked-through', grade: 2 },
    ],
  },
  {
    key: 'joss-2',
    student: 'joss',
    title: 'Steep turns, holding the bank',
    at: '2026-10-20T13:00:00Z',
    airplane: 'gimmer-2',
    standard: 'faa-private',
    weightLb: 1780,
    headingDeg: 180,
    oatC: 8,
    pairs: [
      { habit: shallow, habitScale: 0.82, habitIn: 'first' },
      { habit: decay, habitScale: 1.07, habitIn: 'second' },
    ],
    statements: [
      { help: 'unaided', grade: 2 },
      { help: 'unaided', grade: 3 },
      { help: 'unaided', grade: 3 },
      { help: 'unaided', grade: 2 },
    ],
  },
  {
    key: 'joss-3',
    student: 'joss',
    title: 'Steep turns, power and speed',
    at: '2026-11-10T13:30:00Z',
    airplane: 'gimmer-2',
    standard: 'faa-private',
    weightLb: 1785,
    headingDeg: 180,
    oatC: 6,
    pairs: [{ habit: decay, habitScale: 0.93 }],
    statements: [],
  },
  {
    key: 'amara-1',
    student: 'amara',
    title: 'Steep turns in the light one',
    at: '2026-10-30T11:15:00Z',
    airplane: 'sedge-2',
    standard: 'easa-ppl',
    weightLb: 1240,
    headingDeg: 90,
    oatC: 6,
    pairs: [{ habit: early, habitScale: 0.89, habitIn: 'both' }],
    statements: [
      { help: 'unaided', grade: 3, selfGrade: 2 },
      { help: 'unaided', grade: 2, selfGrade: 2 },
    ],
  },
  {
    key: 'tomas-1',
    student: 'tomas',
    title: 'Steep turns to the commercial standard',
    at: '2026-11-03T15:00:00Z',
    airplane: 'cairn-4',
    standard: 'faa-commercial',
    weightLb: 2310,
    headingDeg: 360,
    oatC: 6,
    pairs: [{ habit: 'none' }, { habit: lossRollIn, habitScale: 0.88 }],
    statements: [
      { help: 'unaided', grade: 4 },
      { help: 'unaided', grade: 4 },
      { help: 'unaided', grade: 3 },
      { help: 'unaided', grade: 4 },
    ],
  },
  {
    key: 'wren-1',
    student: 'wren',
    title: 'Steep turns, first look',
    at: '2026-11-05T10:30:00Z',
    airplane: 'sedge-2',
    standard: 'school-pre-solo',
    weightLb: 1255,
    headingDeg: 360,
    oatC: 5,
    pairs: [{ habit: 'none' }, { habit: lossRollIn, habitScale: 1.31, habitIn: 'both' }],
    statements: [
      { help: 'demonstration' },
      { help: 'demonstration' },
      { help: 'talked-through', grade: 1 },
      { help: 'prompted', grade: 2 },
    ],
  },
  {
    key: 'edda-1',
    student: 'edda',
    title: 'Steep turns after a break',
    at: '2026-11-12T14:15:00Z',
    airplane: 'gimmer-2',
    standard: 'faa-private',
    weightLb: 1800,
    headingDeg: 270,
    oatC: 5,
    pairs: [
      { habit: late, habitScale: 1.05 },
      { habit: overbank, habitScale: 1.1, habitIn: 'second' },
    ],
    statements: [
      { help: 'unaided', grade: 2 },
      { help: 'unaided', grade: 3 },
      { help: 'prompted', grade: 3 },
      { help: 'unaided', grade: 2 },
    ],
  },
  {
    key: 'nell-6',
    student: 'nell',
    title: 'Slow flight, stalls, steep turns',
    at: '2026-11-26T09:30:00Z',
    airplane: 'cairn-4',
    standard: 'faa-private',
    weightLb: 2240,
    headingDeg: 360,
    oatC: 4,
    loading: { stations: { front: 365, rear: 150, baggage: 25 }, fuelGal: 36 },
    sky: { cloudBaseFt: 6400, airspaceBaseFt: 7000, windKt: 12, blockMin: 75 },
    focus: 'The pull begins at 30°, not at 45°',
    items: [
      { id: 'slow', maneuver: 'slow-flight', variant: 'landing', demonstrations: 0, attempts: 1 },
      { id: 'steep', maneuver: 'steep-turn', demonstrations: 0, attempts: 2 },
      { id: 'stall', maneuver: 'power-off-stall', variant: 'straight', demonstrations: 1, attempts: 2 },
      { id: 'glide', maneuver: 'best-glide', demonstrations: 0, attempts: 1 },
    ],
    pairs: [],
    statements: [],
  },
  {
    key: 'wren-2',
    student: 'wren',
    title: 'Steep turns, the roll-in',
    at: '2026-11-27T10:30:00Z',
    airplane: 'sedge-2',
    standard: 'school-pre-solo',
    weightLb: 1250,
    headingDeg: 360,
    oatC: 4,
    loading: { stations: { seats: 335, baggage: 10 }, fuelGal: 16 },
    sky: { cloudBaseFt: 5200, blockMin: 60 },
    focus: 'Look out, then roll; slower than you think',
    items: [
      { id: 'level', maneuver: 'level-turn', demonstrations: 0, attempts: 1 },
      { id: 'steep', maneuver: 'steep-turn', demonstrations: 1, attempts: 2 },
    ],
    pairs: [],
    statements: [],
  },
  {
    key: 'nell-review',
    student: 'nell',
    title: 'Review: slow flight, stalls, steep turns',
    at: '2026-11-07T09:00:00Z',
    airplane: 'cairn-4',
    standard: 'faa-private',
    weightLb: 2230,
    headingDeg: 360,
    oatC: 4,
    focus: 'Feet: the ball before the break',
    turbulence: 'none',
    items: [
      { id: 'clean', maneuver: 'slow-flight', variant: 'clean' },
      { id: 'slow', maneuver: 'slow-flight', variant: 'landing' },
      { id: 'off', maneuver: 'power-off-stall', variant: 'straight' },
      { id: 'on', maneuver: 'power-on-stall', variant: 'straight' },
      { id: 'steep', maneuver: 'steep-turn' },
    ],
    pairs: [
      { item: 'clean', habit: 'none' },
      { item: 'slow', habit: 'slow-flight/climb-on-recovery' },
      { item: 'off', habit: 'none' },
      { item: 'off', habit: 'power-off-stall/wing-drop' },
      { item: 'off', habit: 'none' },
      { item: 'on', habit: 'none' },
      { item: 'steep', habit: lossRollIn, habitScale: 1.1 },
    ],
    statements: [
      { help: 'unaided', grade: 3 },
      { help: 'prompted', grade: 2, nextTime: 'Push as the power comes.' },
      { help: 'demonstration' },
      { help: 'prompted', grade: 2, comment: 'The rudder came after the wing.' },
      { help: 'unaided', grade: 3 },
      {},
      { help: 'talked-through', grade: 2 },
      {},
      { help: 'unaided', grade: 2, nextTime: 'Look at the horizon while the bank comes on.' },
      { help: 'unaided', grade: 3 },
    ],
  },
];
