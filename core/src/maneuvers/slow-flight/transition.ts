/** Slow flight from clean to landing flaps without leaving it: how it is called, and whether it was clean and slow first. */
import { CONFIGURATIONS, type Configuration, configurationOf } from '../../airplane/configuration.ts';
import type { ScoringContext } from '../../kits/attempt/attempt.ts';
import type { Scene } from '../../kits/attempt/scene.ts';
import { longestStretch, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { Span } from '../../scoring/judged.ts';
import { SLOW_LIMITS } from './tables.ts';

type Stages = Parameters<typeof configurationOf>[1]['stages'];

export const TRANSITION = 'clean-to-landing';
export const SLOW_VARIANTS = [...CONFIGURATIONS, TRANSITION] as const;

/** The flaps in which a variant ends, and which its speeds are for. */
export const endsIn = (variant: string): Configuration =>
  CONFIGURATIONS.find((name) => name === variant) ?? 'landing';

const configured = (scene: Scene, stages: Stages, name: Configuration) => (i: number) =>
  scene.flapsKnown(i) &&
  configurationOf(scene.flapsDeg(i), { stages, fullFlapsDeg: scene.fullFlapsDeg }) === name;

/** Whether a lesson asks for it. */
export const asksTransition = ({ briefs }: ScoringContext): boolean =>
  briefs.some(({ maneuver, variant }) => maneuver === 'slow-flight' && variant === TRANSITION);

/** When all the flaps were out, where going there from clean was briefed; undefined where it was not, or nothing tells. */
export function landingFlapsFrom(
  track: Track,
  context: ScoringContext,
  scene: Scene,
  slow: Span,
): number | undefined {
  if (!asksTransition(context)) return undefined;
  const rows = rowsBetween(track.timeS, slow.startS, slow.endS);
  return longestStretch(track.timeS, rows, configured(scene, context.airplane?.flaps, 'landing'))?.startS;
}

/** The longest stretch, clean and slow, before the flaps went out; undefined where there was none or nothing tells. */
export function cleanFirst(
  track: Track,
  scene: Scene,
  { startS, endS }: Span,
  stages: Stages,
): Span | undefined {
  const rows = rowsBetween(track.timeS, startS, endS);
  const isClean = configured(scene, stages, 'clean');
  return longestStretch(
    track.timeS,
    rows,
    (i) => isClean(i) && track.airspeedKt.values[i] <= scene.warningKias(0) + SLOW_LIMITS.slowEnoughKt,
  );
}
