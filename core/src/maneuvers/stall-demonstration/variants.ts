/** The stalls that an instructor shows, and no student is asked for; of the last a student has the feet alone. */
export const SHOWN_VARIANTS = [
  'secondary',
  'accelerated',
  'skidding',
  'slipping',
  'falling-leaf',
  'feet-alone',
] as const;
export type ShownVariant = (typeof SHOWN_VARIANTS)[number];
