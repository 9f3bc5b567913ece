/** The attempts that the verdicts are held against, drawn by lot: which airplane, which air, well flown or with which habit. */
import { fleet, flyManeuver, requireRoom, seededRandom, type Turbulence } from '@keel/core';

export interface Drawn {
  /** Counts from 1, in the order of the lot. */
  n: number;
  airplane: string;
  maneuver: string;
  /** A finding's name, or none. */
  habit: string;
  scale: number;
  air: Turbulence;
  seed: number;
}

/** How many of each; clearing turns and what an instructor shows have no verdict. */
const HOW_MANY: Readonly<Record<string, number>> = {
  'steep-turn': 16,
  'slow-flight': 16,
  'power-off-stall': 16,
  'power-on-stall': 16,
  'level-turn': 8,
  'straight-and-level': 6,
  'configuration-change': 6,
  climb: 6,
  descent: 6,
  'coordination-rolls': 6,
  'standard-rate-turn': 6,
  'climbing-turn': 6,
  'descending-turn': 6,
  'gliding-turn': 6,
  'slipping-descent-turn': 6,
  'best-glide': 6,
};
const AIRS: readonly Turbulence[] = ['none', 'light', 'moderate'];
const SCALES = [0.7, 1, 1.3];
/** Of three, one is well flown. */
const CLEAN = 1 / 3;
const LOT = 20261201;
/** Seeds that no other table or test of the project flies with. */
const FIRST_SEED = 7000;

export function drawn(): Drawn[] {
  const lot = seededRandom(LOT);
  const chance = () => lot.uniform();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(chance() * list.length)];
  const all = Object.entries(HOW_MANY).flatMap(([maneuver, many]) => {
    const { pilot, unrecorded = [] } = requireRoom(maneuver);
    const habits = pilot.habits.filter((name) => !unrecorded.includes(name));
    return Array.from({ length: many }, (_, i) => ({
      airplane: pick(fleet).id,
      maneuver,
      habit: chance() < CLEAN ? 'none' : pick(habits),
      scale: pick(SCALES),
      air: AIRS[i % AIRS.length],
      order: chance(),
    }));
  });
  return all
    .sort((a, b) => a.order - b.order)
    .map(({ order: _, ...one }, i) => ({ n: i + 1, ...one, seed: FIRST_SEED + i }));
}

export const flown = ({ airplane, maneuver, habit, scale, air, seed }: Drawn) =>
  flyManeuver({
    airplane: fleet.find(({ id }) => id === airplane)!,
    maneuver,
    ...(habit !== 'none' && { habit: `${maneuver}/${habit}` }),
    habitScale: scale,
    turbulence: air,
    seed,
  });
