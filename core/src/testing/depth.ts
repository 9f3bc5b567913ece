/**
 * How far the long sweeps go. `npm test` flies each a few times, `npm run test:deep` (KEEL_DEEP=1) many more, so that what
 * holds for the few seeds of every day is known to hold for others.
 */
export const deep = process.env.KEEL_DEEP === '1';

/** @returns the everyday seeds, or those and more of them. */
export const seedsOf = (everyday: readonly number[], more: readonly number[]): readonly number[] =>
  deep ? [...everyday, ...more] : everyday;
