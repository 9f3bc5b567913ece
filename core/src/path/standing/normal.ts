/** The normal distribution, as far as the model of a skill needs it. */

/**
 * The error function after W. J. Cody’s and others’ rational form as given by Abramowitz and Stegun, Handbook of Mathematical
 * Functions, 7.1.26: absolute error below 1.5e-7.
 */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return Math.sign(x) * (1 - poly * Math.exp(-x * x));
}

/** The chance that a standard normal value is below `z`. */
export const normalCdf = (z: number): number => 0.5 * (1 + erf(z / Math.SQRT2));

export const normalPdf = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);

/** The value below which a standard normal one is with chance `p`, found by halving. @param p 0 to 1, neither included. */
export function normalQuantile(p: number): number {
  let [low, high] = [-6, 6];
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (normalCdf(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
