/** Attempts that the synthetic pilot flew from its own card, scored as a lesson is. */
import { fleet } from '../airplane/fleet.ts';
import type { AttemptScore } from '../debrief/score.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import { flyManeuver } from '../fly/fly.ts';
import { findStandard } from '../standards/standards.ts';

/** @param habit a finding's id; a clean flight where it is left out. */
export function flownAttempts(maneuver: string, habit?: string): AttemptScore[] {
  const [airplane] = fleet;
  const { recording, card } = flyManeuver({ airplane, maneuver, habit, seed: 5, weightLb: 2300 });
  return scoreRecording(recording, {
    standard: findStandard('faa-private')!,
    schoolStandard: findStandard('school-pre-solo')!,
    airplane,
    weightLb: 2300,
    briefs: [card],
  }).attempts.filter((attempt) => attempt.maneuver === maneuver);
}
