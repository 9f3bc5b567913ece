/** Turns: so many works at once, and among those that wait each person’s next in turn, so that nobody waits for all of another’s. */
import { Problem } from '../http/problem.ts';

export interface Turns {
  /** @throws Problem 429 where this person has too many waiting already. */
  take<T>(who: string, work: () => Promise<T>): Promise<T>;
}

/**
 * @param atOnce works under way, of all
 * @param each of one person’s under way
 * @param waiting of one person’s that wait
 */
export function turns({ atOnce, each, waiting }: { atOnce: number; each: number; waiting: number }): Turns {
  /** Who waits, the next in turn first, with the beginnings of their works. */
  const line = new Map<string, (() => void)[]>();
  const running = new Map<string, number>();
  let all = 0;

  function begin(): void {
    for (const [who, begins] of line) {
      if (all >= atOnce) return;
      const mine = running.get(who) ?? 0;
      if (mine >= each) continue;
      const [next, ...rest] = begins;
      line.delete(who);
      if (rest.length > 0) line.set(who, rest);
      all++;
      running.set(who, mine + 1);
      next();
    }
  }
  function end(who: string): void {
    all--;
    const left = (running.get(who) ?? 1) - 1;
    if (left > 0) running.set(who, left);
    else running.delete(who);
    begin();
  }

  return {
    async take(who, work) {
      const before = line.get(who) ?? [];
      if (before.length >= waiting)
        throw new Problem(429, 'Too much of yours is being worked out already: wait for some of it.');
      await new Promise<void>((resolve) => {
        line.set(who, [...before, resolve]);
        begin();
      });
      try {
        return await work();
      } finally {
        end(who);
      }
    },
  };
}
