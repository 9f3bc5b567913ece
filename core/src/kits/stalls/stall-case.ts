/** What the checks of a stall ask first: which attempt it was, and its break. */

import type { Track } from '../../recording/track/track.ts';
import type { Proposal, ScoringContext } from '../attempt/attempt.ts';
import type { Case } from '../attempt/case.ts';
import { idsOf } from '../attempt/finding.ts';
import type { StallEvent } from './events.ts';
import { type StallAttempt, stallAttempts } from './stall-attempts.ts';

/** What can go wrong in a stall, whichever it is. */
export const STALL_FINDINGS = [
  'wrong-cue',
  'heading-drift',
  'wing-drop',
  'aileron-in-stall',
  'late-recovery',
  'nose-too-low',
  'secondary-stall',
  'excess-altitude-loss',
  'flaps-up-without-climb',
  'spin-entry',
] as const;
export const POWER_OFF_FINDINGS = ['no-stabilized-descent', 'power-before-pitch'] as const;
export const POWER_ON_FINDINGS = ['power-too-low', 'pitch-too-steep'] as const;
export const stallId = idsOf([...STALL_FINDINGS, ...POWER_OFF_FINDINGS, ...POWER_ON_FINDINGS]);

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
