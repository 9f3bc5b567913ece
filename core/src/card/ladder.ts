/** The altitude ladder: ground, floor, what may be lost, a cushion, the entry, and what lies above. */
import { clamp } from '../units/numbers.ts';

/** Kept above the altitude that may be lost [common practice]. */
export const CUSHION_FT = 500;
/** Kept below cloud where the lesson does not say otherwise. */
const CLOUD_CLEARANCE_FT = 500;

/** Completed no lower than this above ground [FAA ACS, slow flight and stalls, single-engine]. */
export const FLOOR_ABOVE_GROUND_FT = 1500;

export interface Overhead {
  cloudBaseFt?: number;
  cloudClearanceFt?: number;
  airspaceBaseFt?: number;
}

export interface Ladder {
  groundFt: number;
  floorFt: number;
  lossFt: number;
  cushionFt: number;
  /** The lowest altitude that leaves the loss and the cushion above the floor. */
  neededFt: number;
  entryFt: number;
  gainFt: number;
  cloudBaseFt: number | null;
  airspaceBaseFt: number | null;
  /** The lower of cloud base less its clearance and airspace base. */
  ceilingFt: number | null;
  ceilingIs: 'cloud' | 'airspace' | null;
  fits: boolean;
}

/**
 * @param wantedFt an altitude asked for, as by the lesson's order; taken when it is high enough and fits.
 */
export function ladderOf(
  groundFt: number,
  maneuver: { lossFt: number; gainFt: number },
  overhead: Overhead,
  wantedFt?: number,
): Ladder {
  const { lossFt, gainFt } = maneuver;
  const floorFt = groundFt + FLOOR_ABOVE_GROUND_FT;
  const neededFt = floorFt + lossFt + CUSHION_FT;
  const cloud =
    overhead.cloudBaseFt === undefined
      ? Number.POSITIVE_INFINITY
      : overhead.cloudBaseFt - (overhead.cloudClearanceFt ?? CLOUD_CLEARANCE_FT);
  const airspace = overhead.airspaceBaseFt ?? Number.POSITIVE_INFINITY;
  const ceiling = Math.min(cloud, airspace);
  const highest = ceiling - gainFt;
  const rounded = Math.ceil(Math.max(neededFt, wantedFt ?? neededFt) / 500) * 500;
  // The next 500 may be too high where the exact altitude still fits: then the highest full hundred that does.
  const entryFt =
    rounded <= highest ? rounded : Math.max(Math.floor(highest / 100) * 100, Math.ceil(neededFt / 100) * 100);
  return {
    groundFt,
    floorFt,
    lossFt,
    cushionFt: CUSHION_FT,
    neededFt,
    entryFt: entryFt <= highest ? entryFt : Math.ceil(neededFt / 500) * 500,
    gainFt,
    cloudBaseFt: overhead.cloudBaseFt ?? null,
    airspaceBaseFt: overhead.airspaceBaseFt ?? null,
    ceilingFt: Number.isFinite(ceiling) ? ceiling : null,
    ceilingIs: Number.isFinite(ceiling) ? (cloud <= airspace ? 'cloud' : 'airspace') : null,
    fits: entryFt <= highest,
  };
}

/** Marks are moved by so much. */
const MARK_STEP_FT = 100;
/** Where nothing lies above, a mark is moved no further than this above the entry. */
const MARK_REACH_FT = 5000;

/** Where an entry may be put by hand: from what the maneuver needs to what lies above less its rise; null where nothing fits. */
export function entryRange({ neededFt, ceilingFt, gainFt, entryFt }: MarkedLadder): [number, number] | null {
  const lowest = Math.ceil(neededFt / MARK_STEP_FT) * MARK_STEP_FT;
  const highest =
    ceilingFt === null
      ? entryFt + MARK_REACH_FT
      : Math.floor((ceilingFt - gainFt) / MARK_STEP_FT) * MARK_STEP_FT;
  return highest < lowest ? null : [lowest, highest];
}
type MarkedLadder = Pick<Ladder, 'neededFt' | 'ceilingFt' | 'gainFt' | 'entryFt'>;

/** The altitude that a mark dragged to a height asks for; null where nothing fits. */
export function entryAt(ladder: MarkedLadder, ft: number): number | null {
  const range = entryRange(ladder);
  return range && clamp(Math.round(ft / MARK_STEP_FT) * MARK_STEP_FT, ...range);
}
