/** The share of two spans that both have, of what either has: 1 when they are one, 0 or less when they do not touch. */
export const overlap = (a: { startS: number; endS: number }, b: { startS: number; endS: number }): number =>
  (Math.min(a.endS, b.endS) - Math.max(a.startS, b.startS)) /
  (Math.max(a.endS, b.endS) - Math.min(a.startS, b.startS));
