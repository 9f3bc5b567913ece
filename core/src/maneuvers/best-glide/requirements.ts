/** What a standard may ask of a glide before any band: that its speed came soon; shown, whether its field was in reach. */
import type { None } from '../../coded.ts';
import { between, type Case } from '../../kits/attempt/case.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { evidenceOf, type Requirement } from '../../kits/attempt/requirement.ts';
import { meanOver } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { limitsOf } from '../../units/figures.ts';
import { type ChosenFieldEvidence, chosenField } from './chosen-field.ts';
import { GLIDE_LIMITS, GLIDE_SIGNS } from './tables.ts';

export interface GlideEvidence extends ChosenFieldEvidence {
  'never-reached': None;
  'reached-after': { tookS: number; withinS: number };
}
const { met, failed } = evidenceOf<GlideEvidence>();

/** Time to the best speed that is soon enough: ten seconds, and longer from a faster start. */
export function reachWithinS(c: Case): number {
  const { attempt, context, track } = c;
  const { reachS, reachKt } = limitsOf(context, GLIDE_LIMITS);
  const beganKt = meanOver(track.airspeedKt.values, between(c, attempt.startS - 1, attempt.startS + 1));
  return Math.max(reachS, 5 + (beganKt - attempt.targets.airspeedKt - reachKt) / 2);
}

export const GLIDE_REQUIREMENTS = {
  ...GENERAL_REQUIREMENTS,
  'speed-reached': {
    kind: 'proof',
    see: (c) => {
      const entry = phaseNamed(c.attempt.phases, 'entry');
      const within = reachWithinS(c);
      if (!entry) return failed(c.attempt.startS, 'never-reached');
      const tookS = entry.endS - entry.startS;
      const evidence = { tookS, withinS: within };
      return tookS > within + GLIDE_SIGNS.idleS
        ? failed(entry.endS, 'reached-after', evidence)
        : met(entry.endS, 'reached-after', evidence);
    },
  },
  'chosen-field': { kind: 'proof', see: chosenField },
} satisfies Record<string, Requirement>;
