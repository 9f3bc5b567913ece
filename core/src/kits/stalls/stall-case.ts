/** What the checks of a stall ask first: which attempt it was, and its break. */
import type { None } from '../../coded.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Proposal, ScoringContext } from '../attempt/attempt.ts';
import type { Case } from '../attempt/case.ts';
import { findingsOf } from '../attempt/finding.ts';
import type { StallEvent } from './event.ts';
import { type StallAttempt, stallAttempts } from './stall-attempts.ts';

/** What the words of each need besides its size. */
export interface StallParams {
  'wrong-cue': None;
  'heading-drift': { toLeft: boolean };
  'wing-drop': { side: string; withinS: number };
  'aileron-in-stall': { sharePct: number; lastedS: number };
  'late-recovery': None;
  'nose-too-low': None;
  'secondary-stall': None;
  'excess-altitude-loss': { allowedFt: number; briefed: boolean };
  'flaps-up-without-climb': { sinking: boolean; fromDeg: number; toDeg: number; kias: number };
  'spin-entry': { bankDeg: number };
  'no-stabilized-descent': { askedS: number };
  'power-before-pitch': None;
  'power-too-low': { measuredBy: string; [figure: string]: number | string };
  'pitch-too-steep': None;
}
export const findInStall = findingsOf<StallParams>();

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

/** Why most of a stall's faults are no live ones. */
export const BY_THE_BREAK = {
  afterwards: 'the break that it is measured from is told by what follows it',
} as const;
