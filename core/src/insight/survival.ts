/** How long until something happens, where some are still on the way: they count for as long as they were seen. */
import { Z } from './bootstrap.ts';

export interface Followed {
  /** How long: lessons, hours or weeks. */
  until: number;
  /** Whether it happened then; else the last that is known is that it had not. */
  happened: boolean;
}

export interface Step {
  at: number;
  /** Seen up to here, of whom it happened to so many now. */
  atRisk: number;
  events: number;
  /** The share to whom it had not happened after it. */
  share: number;
  /** Standard error of the share. */
  error: number;
}

/**
 * The product-limit estimate of the share still waiting (E. L. Kaplan and P. Meier, Journal of the American Statistical Association
 * 53, 1958), its error by Greenwood's formula. Who is lost at a moment counts as there at that moment.
 */
export function kaplanMeier(followed: readonly Followed[]): Step[] {
  const moments = [...new Set(followed.filter((one) => one.happened).map(({ until }) => until))];
  let share = 1;
  let variance = 0;
  return moments
    .sort((a, b) => a - b)
    .map((at) => {
      const atRisk = followed.filter(({ until }) => until >= at).length;
      const events = followed.filter((one) => one.happened && one.until === at).length;
      share *= 1 - events / atRisk;
      if (atRisk > events) variance += events / (atRisk * (atRisk - events));
      return { at, atRisk, events, share, error: share * Math.sqrt(variance) };
    });
}

/** The first moment at which at most `share` of them still wait. @returns null where it is not reached */
export const waitsAtMost = (steps: readonly Step[], share: number): number | null =>
  steps.find((one) => one.share <= share + 1e-9)?.at ?? null;

/**
 * The interval of a quantile: the moments at which the share's own interval holds it (R. Brookmeyer and J. Crowley, Biometrics 38,
 * 1982), on the scale log(−log S), on which it never leaves 0 to 1.
 * @returns the end is null where the data do not reach so far
 */
export function quantileInterval(
  steps: readonly Step[],
  share: number,
): { low: number | null; high: number | null } {
  const aimed = Math.log(-Math.log(share));
  const held = steps.filter((step) => {
    if (step.share <= 0 || step.share >= 1) return false;
    const spread = step.error / (step.share * Math.abs(Math.log(step.share)));
    return Math.abs(Math.log(-Math.log(step.share)) - aimed) <= Z * spread;
  });
  const last = held.at(-1);
  const after = last && steps.find(({ at }) => at > last.at);
  return { low: held[0]?.at ?? null, high: after?.at ?? null };
}

/** Of fewer who were seen to get there nothing is said. */
export const LEAST_EVENTS = 5;

export interface Waited {
  followed: number;
  happened: number;
  /** A quarter, half and three quarters are there; null where that many are not, or too few are to say. */
  lower: number | null;
  median: number | null;
  upper: number | null;
  medianInterval: { low: number | null; high: number | null } | null;
}

export function waitedOf(followed: readonly Followed[]): Waited {
  const happened = followed.filter((one) => one.happened).length;
  const counts = { followed: followed.length, happened };
  if (happened < LEAST_EVENTS)
    return { ...counts, lower: null, median: null, upper: null, medianInterval: null };
  const steps = kaplanMeier(followed);
  const median = waitsAtMost(steps, 0.5);
  return {
    ...counts,
    lower: waitsAtMost(steps, 0.75),
    median,
    upper: waitsAtMost(steps, 0.25),
    medianInterval: median === null ? null : quantileInterval(steps, 0.5),
  };
}
