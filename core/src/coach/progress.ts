/** Where in the maneuver the pilot is: its steps, one after another, each by its sign. */
import type { Step } from '../kits/coach/part.ts';
import type { Quantities } from '../kits/coach/quantities.ts';
import { canShow, shows } from '../kits/coach/sign.ts';

/** Beyond this much of the time that it may take, nobody knows any more what is being flown. */
const LOST = 2.5;
const LEAST_LOST_S = 25;

export interface Progress {
  /** Index of the step; the first while it has not begun. */
  index: number;
  /** It was begun, and is no longer recognised. */
  lost: boolean;
  /** Nothing that is recorded can show the end of this step: time passes it, or a tap. */
  unseen: boolean;
  /** The maneuver has just ended by its last step. */
  ended: boolean;
}

export interface Follower {
  /** After each row. `true` where the step has changed. */
  follow(values: Quantities, timeS: number): boolean;
  /** The pilot, or whoever watches, says that this step is done. */
  pass(): void;
  /** Broken off: waits for the next. */
  breakOff(): void;
  now: Progress;
}

/** So long it has to look given up. */
const OVER_S = 6;

/** Index of what follows a step. */
export function stepAfter(steps: readonly Step[], index: number): number {
  const { leadsTo } = steps[index];
  return leadsTo === undefined ? index + 1 : steps.findIndex(({ id }) => id === leadsTo);
}

export function followSteps(steps: readonly Step[]): Follower {
  const since = steps.map(() => ({ done: Number.NaN, begun: Number.NaN, over: Number.NaN }));
  const now: Progress = { index: 0, lost: false, unseen: false, ended: false };
  let timeS = 0;

  /** Whether a sign has shown for its time. */
  const lasted = (k: number, which: 'done' | 'begun' | 'over', is: boolean, forS: number): boolean => {
    const kept = since[k];
    if (!is) {
      kept[which] = Number.NaN;
      return false;
    }
    if (Number.isNaN(kept[which])) kept[which] = timeS;
    return timeS - kept[which] >= forS - 1e-6;
  };

  function go(to: number): void {
    now.ended = to >= steps.length;
    now.index = now.ended ? 0 : to;
    now.lost = false;
    for (const kept of since) kept.done = kept.begun = kept.over = Number.NaN;
  }

  return {
    now,
    pass: () => go(stepAfter(steps, now.index)),
    breakOff: () => go(0),
    follow(values, atS) {
      now.ended = false;
      timeS = atS;
      const from = now.index;
      const step = steps[from];
      now.unseen = from > 0 && !canShow(step.done, values);
      // The furthest step that shows: somebody who leaves one out is not waited for.
      for (let k = steps.length - 1; k > from && from > 0; k--) {
        const { begun } = steps[k];
        if (begun && lasted(k, 'begun', shows(begun, values), 0.4)) {
          go(k);
          return true;
        }
      }
      if (step.over && lasted(from, 'over', shows(step.over, values), OVER_S)) {
        go(steps.length);
        return true;
      }
      const { again } = step;
      if (again && shows(again.sign, values)) {
        go(steps.findIndex(({ id }) => id === again.to));
        return true;
      }
      if (lasted(from, 'done', shows(step.done, values), step.forS ?? 0)) {
        go(stepAfter(steps, from));
        return true;
      }
      if (from > 0 && now.unseen && values.inStepS > step.withinS) {
        go(stepAfter(steps, from));
        return true;
      }
      if (from > 0 && values.inStepS > Math.max(LEAST_LOST_S, LOST * step.withinS)) now.lost = true;
      return false;
    },
  };
}
