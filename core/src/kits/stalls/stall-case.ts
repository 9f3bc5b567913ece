/** What the checks of a stall ask first: which attempt it was, and its break. */
import type { None } from '../../coded.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Proposal, ScoringContext } from '../attempt/attempt.ts';
import type { Case } from '../attempt/case.ts';
import { findingsOf } from '../attempt/finding.ts';
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
