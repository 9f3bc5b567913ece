/** What the checks of a stall ask first: which attempt it was, and its break. */
import type { Track } from '../recording/track.ts';
import type { Case } from './case.ts';
import type { Proposal, ScoringContext } from './maneuver.ts';
import { type StallAttempt, stallAttempts } from './stall-attempts.ts';
import type { StallEvent } from './stall-events.ts';

export const stallId = (c: Case, name: string) => `${c.attempt.maneuver}/${name}`;

/** The attempt that a stretch, whose edges an instructor may have moved, is about. */
export const stallAttemptAt = (
  track: Track,
  context: ScoringContext,
  { startS, endS }: Proposal,
): StallAttempt | undefined =>
  stallAttempts(track, context).find((one) => one.startS < endS && one.endS > startS);

/** The break of the attempt: the first of a row of them. */
export const eventOf = ({ track, context, attempt }: Case): StallEvent | undefined =>
  stallAttemptAt(track, context, attempt)?.events[0];
