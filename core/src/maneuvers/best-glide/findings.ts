/** What goes wrong in a glide. */

import { between, type Check } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { finding, idsOf, numberText } from '../../kits/attempt/finding.ts';
import { medianOver } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { reachWithinS } from './requirements.ts';
import { GLIDE_LIMITS } from './tables.ts';

export const GLIDE_FINDINGS = ['slow-to-glide-speed', 'too-fast-for-glide', 'too-slow-for-glide'] as const;
const ID = idsOf(GLIDE_FINDINGS);

export const slowToGlide: Check = (c) => {
  const entry = phaseNamed(c.attempt.phases, 'entry');
  if (!entry) return undefined;
  const size = entry.endS - entry.startS;
  if (!(size > reachWithinS(c))) return undefined;
  return finding(ID(c, 'slow-to-glide-speed'), 'fault', entry, size, 's', {
    what: `${numberText(size)} s until the best glide speed was reached.`,
    why: 'The nose stayed down: speed that could have been height was thrown away.',
    tryNext: 'Speed first: raise the nose at once, trim, and only then look for the field.',
  });
};

export const glideSpeed =
  (name: 'too-fast-for-glide' | 'too-slow-for-glide'): Check =>
  (c) => {
    const established = phaseNamed(c.attempt.phases, 'established');
    if (!established) return undefined;
    const rows = between(c, established.startS + 5, established.endS - 3);
    const off = medianOver(c.track.airspeedKt.values, rows) - c.attempt.targets.airspeedKt;
    const fast = name === 'too-fast-for-glide';
    const size = fast ? off : -off;
    if (!(size > limitsOf(c.context, GLIDE_LIMITS).offKt)) return undefined;
    return finding(ID(c, name), 'fault', established, size, 'kt', {
      what: `Glided ${numberText(size)} kt ${fast ? 'above' : 'below'} the best speed.`,
      why: fast
        ? 'Nose too low: it feels safer, and it shortens the glide.'
        : 'Stretching the glide by raising the nose shortens it.',
      tryNext: 'Trim for the speed of the card, and let the hand rest.',
    });
  };
