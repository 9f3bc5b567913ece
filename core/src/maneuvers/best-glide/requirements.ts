/** What a standard may ask of a glide before any band: that its speed came soon. */
import type { Case } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { numberText } from '../../kits/attempt/finding.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { failed, held, type Requirement } from '../../kits/attempt/requirement.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { GLIDE_LIMITS } from './tables.ts';

/** Time to the best speed that is soon enough: ten seconds, and longer from a faster start. */
export function reachWithinS({ attempt, context }: Case): number {
  const { reachS, reachKt } = limitsOf(context, GLIDE_LIMITS);
  return Math.max(reachS, 5 + (attempt.entry.airspeedKt - attempt.targets.airspeedKt - reachKt) / 2);
}

export const GLIDE_REQUIREMENTS = {
  ...GENERAL_REQUIREMENTS,
  'speed-reached': {
    kind: 'proof',
    asks: 'Best glide speed, soon',
    before: 'the best glide speed within seconds',
    see: (c) => {
      const entry = phaseNamed(c.attempt.phases, 'entry');
      const within = reachWithinS(c);
      if (!entry) return failed('the best glide speed was never reached', c.attempt.startS);
      const tookS = entry.endS - entry.startS;
      const said = `${numberText(tookS)} s of ${numberText(within)}`;
      return tookS > within ? failed(said, entry.endS) : held(said, entry.endS);
    },
  },
} satisfies Record<string, Requirement>;
