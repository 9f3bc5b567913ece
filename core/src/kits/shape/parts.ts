/** What the parts of a day are called. */
export const PART_NAMES = [
  'parked',
  'taxi',
  'takeoff',
  'climb-out',
  'transit',
  'area',
  'low-work',
  'circuit',
  'approach',
  'landing',
] as const;
export type PartName = (typeof PART_NAMES)[number];

export interface Part {
  name: PartName;
  startS: number;
  endS: number;
}

/** Near the ground, and in the air. */
export const LOW_PARTS: readonly PartName[] = [
  'takeoff',
  'climb-out',
  'low-work',
  'circuit',
  'approach',
  'landing',
];
