/**
 * Four months of the invented club: what each student flew, how well by then, and what the instructor said. Their flights were
 * flown once by the synthetic pilots, with habits that fade as they learn, and come with the program; `npm run demo-flights`
 * flies them again.
 */
import { type Help, type LessonItem, type ManeuverId, requireRoom, seededRandom } from '@keel/core';
import type { DemoLesson } from './lessons.ts';

/** Short names for what a lesson holds; a turn is flown both ways. */
const CODES: Record<string, { maneuver: ManeuverId; variant?: string }> = {
  SL: { maneuver: 'straight-and-level' },
  LT: { maneuver: 'level-turn' },
  CL: { maneuver: 'climb' },
  DE: { maneuver: 'descent' },
  CC: { maneuver: 'configuration-change' },
  CT: { maneuver: 'climbing-turn' },
  DT: { maneuver: 'descending-turn' },
  SC: { maneuver: 'slow-flight', variant: 'clean' },
  SF: { maneuver: 'slow-flight', variant: 'landing' },
  PF: { maneuver: 'power-off-stall', variant: 'straight' },
  PN: { maneuver: 'power-on-stall', variant: 'straight' },
  ST: { maneuver: 'steep-turn' },
  BG: { maneuver: 'best-glide' },
};

interface Season {
  student: string;
  airplane: DemoLesson['airplane'];
  standard: string;
  weightLb: number;
  /** Days ago, and what was flown: a code and how often. */
  lessons: readonly (readonly [daysAgo: number, what: string])[];
  /** A fault that does not go away, and from which lesson on. */
  stuck?: string;
  /** Grades themselves so much higher than the instructor does. */
  vain?: number;
  /** How quickly faults fade: the share that is left after each time a maneuver is flown. */
  left: number;
}

const SEASONS: readonly Season[] = [
  {
    // Near solo.
    student: 'joss',
    airplane: 'cairn-4',
    standard: 'school-pre-solo',
    weightLb: 2230,
    left: 0.35,
    lessons: [
      [112, 'SL2 LT1'],
      [105, 'SL2 LT1 CL1'],
      [98, 'SL2 LT1 CL2 DE1'],
      [90, 'SL1 LT1 CL1 DE2 CT1'],
      [83, 'CL1 DE1 CT1 DT1 CC2'],
      [76, 'CC2 SC2 DT1 CT1'],
      [68, 'SC2 SF2 DT1'],
      [61, 'SF2 PF2 CC1'],
      [54, 'SC1 SF1 PF2 PN2'],
      [47, 'PF1 PN2 CT1 DT1'],
      [40, 'PF2 PN2 BG2'],
      [33, 'SC1 SF1 BG2 ST1'],
      [26, 'PF1 PN1 CC1 CL1 DE1'],
      [19, 'SL1 LT1 CT1 DT1 BG1'],
      [12, 'SC1 SF1 PF2 PN1 CC1'],
      [5, 'CL1 DE1 PN1 BG1 SL1'],
    ],
  },
  {
    // Was well on the way; five weeks away.
    student: 'amara',
    airplane: 'gimmer-2',
    standard: 'school-pre-solo',
    weightLb: 1790,
    left: 0.35,
    lessons: [
      [108, 'SL2 LT1'],
      [100, 'SL2 LT1 CL1'],
      [92, 'SL2 LT1 CL2'],
      [80, 'SL1 LT1 CL2'],
      [70, 'CC2 CL1 SC1'],
      [58, 'CC2 SC2 SF1'],
      [48, 'SC2 SF2 CC1'],
      [37, 'SC2 SF2 CC1 SL1 LT1'],
    ],
  },
  {
    // Everything but one thing.
    student: 'tomas',
    airplane: 'cairn-4',
    standard: 'faa-private',
    weightLb: 2260,
    left: 0.4,
    stuck: 'power-off-stall/aileron-in-stall',
    lessons: [
      [86, 'SL1 LT1 SC1'],
      [72, 'SC2 SF1'],
      [58, 'SF2 PF2'],
      [44, 'PF3'],
      [29, 'PF2 PN2'],
      [15, 'PF3 PN1'],
    ],
  },
  {
    // Just beginning.
    student: 'wren',
    airplane: 'sedge-2',
    standard: 'school-pre-solo',
    weightLb: 1250,
    left: 0.6,
    lessons: [
      [16, 'SL2 LT1'],
      [9, 'SL2 LT1 CL1'],
    ],
  },
  {
    // Thinks too well of their own flying.
    student: 'edda',
    airplane: 'gimmer-2',
    standard: 'school-pre-solo',
    weightLb: 1800,
    left: 0.75,
    vain: 1,
    lessons: [
      [62, 'SL2 LT1'],
      [48, 'SL1 LT1 CL2'],
      [34, 'CL1 DE2 CC1'],
      [20, 'CC2 SC2'],
    ],
  },
];

interface FlownItem {
  item: LessonItem;
  habit: string;
  habitScale: number;
  help: Help;
}

export interface SeasonLesson {
  key: string;
  season: Season;
  daysAgo: number;
  title: string;
  items: LessonItem[];
  flown: FlownItem[];
  /** Of the pilot’s hands, 0 to 1. */
  skill: number;
  seed: number;
}

/** Faults big enough to be seen, down to which they have faded away. */
const FIRST_SCALE = 1;
const GONE = 0.5;
/** A bad moment comes back this often, and so big. */
const RELAPSE = 0.1;
const RELAPSE_SCALE = 0.8;
/** What no student of this club does; and what would end a lesson. */
const NEVER = ['below-floor', 'no-clearing', 'altitude-offset', 'flap-overspeed', 'spin-entry'];

const read = (what: string): { code: string; times: number }[] =>
  what.split(' ').map((one) => ({ code: one.slice(0, 2), times: Number(one.slice(2)) }));

/** One student’s lessons, each with how well everything goes by then: what is shown first, then helped, then alone. */
function lessonsOf(season: Season): SeasonLesson[] {
  const times = new Map<string, number>();
  let seed = 17 * season.student.length + season.student.charCodeAt(0);
  return season.lessons.map(([daysAgo, what], nth) => {
    const random = seededRandom(seed++);
    const parts = read(what);
    const items = parts.map(({ code }): LessonItem => ({ id: code.toLowerCase(), ...CODES[code] }));
    const flown = parts.flatMap(({ times: often }, i) =>
      Array.from({ length: often }, (): FlownItem => {
        const { maneuver } = items[i];
        const before = times.get(maneuver) ?? 0;
        times.set(maneuver, before + 1);
        const habits = requireRoom(maneuver).pilot.habits.filter((name) => !NEVER.includes(name));
        const own = season.stuck?.startsWith(`${maneuver}/`) ? season.stuck : undefined;
        const fading = `${maneuver}/${habits[Math.floor(random.uniform() * Math.min(3, habits.length))]}`;
        const scale = own
          ? 1.1
          : random.uniform() < RELAPSE
            ? RELAPSE_SCALE
            : FIRST_SCALE * season.left ** Math.max(0, before - 1) * (0.75 + 0.5 * random.uniform());
        const help: Help = before === 0 ? 'demonstration' : before === 1 && nth < 12 ? 'prompted' : 'unaided';
        const clean = help === 'demonstration' || (!own && scale < GONE);
        return {
          item: items[i],
          habit: clean ? 'none' : (own ?? fading),
          habitScale: clean ? 1 : scale,
          help,
        };
      }),
    );
    return {
      key: `${season.student}-s${nth + 1}`,
      season,
      daysAgo,
      title: parts.map(({ code }) => requireRoom(CODES[code].maneuver).title).join(', '),
      items,
      flown,
      skill: Math.min(0.95, 0.7 + 0.03 * nth),
      seed: seed + nth,
    };
  });
}

export const SEASON_LESSONS: readonly SeasonLesson[] = SEASONS.flatMap(lessonsOf);
