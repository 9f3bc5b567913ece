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
  /** Who waits, with the beginnings of their works, the first first. */
  const line = new Map<string, (() => void)[]>();
  const running = new Map<string, number>();
  /** When each who waits or works began one last: whose is longest ago is next. */
  const lastBegan = new Map<string, number>();
  let all = 0;
  let count = 0;

  function begin(): void {
    while (all < atOnce) {
      const free = [...line.keys()].filter((who) => (running.get(who) ?? 0) < each);
      const [who] = free.sort((a, b) => (lastBegan.get(a) ?? 0) - (lastBegan.get(b) ?? 0));
      if (who === undefined) return;
      const [next, ...rest] = line.get(who) as (() => void)[];
      if (rest.length > 0) line.set(who, rest);
      else line.delete(who);
      all++;
      running.set(who, (running.get(who) ?? 0) + 1);
      lastBegan.set(who, ++count);
      next();
    }
  }
  function end(who: string): void {
    all--;
    const left = (running.get(who) ?? 1) - 1;
    if (left > 0) running.set(who, left);
    else {
      running.delete(who);
      if (!line.has(who)) lastBegan.delete(who);
    }
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
