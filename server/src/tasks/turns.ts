/** Turns: so many works at once, and among those that wait each person’s next in turn, so that nobody waits for all of another’s. */

export interface Turns {
  take<T>(who: string, work: () => Promise<T>): Promise<T>;
  /** How many of this person's wait. */
  waiting(who: string): number;
}

/**
 * @param atOnce works under way, of all
 * @param each of one person’s under way
 */
export function turns({ atOnce, each }: { atOnce: number; each: number }): Turns {
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
    waiting: (who) => line.get(who)?.length ?? 0,
    async take(who, work) {
      await new Promise<void>((resolve) => {
        line.set(who, [...(line.get(who) ?? []), resolve]);
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
