/** What explains an attempt beside what judged it: lanes as they were flown, and the events that tell it. */
import type { Track } from '../../recording/track/track.ts';
import type { Attempt, ScoringContext } from './attempt.ts';

export const STORY_LANES = [
  'airspeed',
  'pitch',
  'altitude',
  'power',
  'flaps',
  'elevator',
  'aileron',
  'ball',
  'vertical-speed',
] as const;
export type StoryLaneName = (typeof STORY_LANES)[number];

export interface StoryEvent {
  id: string;
  name: string;
  atS: number;
  /** Within how long of an earlier event it is asked for, s. */
  asked?: { from: string; withinS: number };
}

export interface StoryPart {
  /** What tells most first, since six are drawn at a time; what was not recorded is left out. */
  lanes: readonly StoryLaneName[];
  /** In the order of their time; a maneuver that is told by one of them is enlarged around it. */
  events?(track: Track, attempt: Attempt, context: ScoringContext): StoryEvent[];
  around?: { event: string; beforeS: number; afterS: number };
}
