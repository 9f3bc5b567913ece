/** Which lanes are drawn: what is judged first, then what explains it, six at a time; the others are a tap away. */
import type { KeelTrace, StoryLane } from '@keel/core';
import { PARAMETER_NAMES } from '../parts/format.ts';
import { LANE_NAMES } from './story-lanes.ts';

export const MOST_LANES = 6;

export interface Lanes {
  keel: KeelTrace['lanes'];
  story: StoryLane[];
  /** Names of those left out. */
  others: string[];
}

export function lanesOf({ lanes, story }: KeelTrace, all: boolean): Lanes {
  const explaining = story?.lanes ?? [];
  if (all) return { keel: lanes, story: explaining, others: [] };
  const required = lanes.filter((lane) => lane.required);
  const keel = (required.length > 0 ? required : lanes).slice(0, MOST_LANES);
  const shown = explaining.slice(0, MOST_LANES - keel.length);
  // Where there is room what is shown and not judged comes last.
  const spare = lanes.filter((lane) => !keel.includes(lane));
  const quiet = spare.slice(0, Math.max(0, MOST_LANES - keel.length - shown.length));
  return {
    keel: lanes.filter((lane) => keel.includes(lane) || quiet.includes(lane)),
    story: shown,
    others: [
      ...spare.filter((lane) => !quiet.includes(lane)).map(({ parameter }) => PARAMETER_NAMES[parameter]),
      ...explaining.slice(shown.length).map(({ name }) => LANE_NAMES[name]),
    ],
  };
}
