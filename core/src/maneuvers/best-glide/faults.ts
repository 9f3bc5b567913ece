/** What goes wrong in a glide. */
import type { None } from '../../coded.ts';
import { between, type Check } from '../../kits/attempt/case.ts';
import { AT_THE_END, fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { medianOver } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { limitsOf } from '../../units/figures.ts';
import { reachWithinS } from './requirements.ts';
import { GLIDE_LIMITS } from './tables.ts';

export type GlideParams = Record<'slow-to-glide-speed' | 'too-fast-for-glide' | 'too-slow-for-glide', None>;
const find = findingsOf<GlideParams>();

const slowToGlide = fault({
  name: 'slow-to-glide-speed',
  seen: {
    afterwards: 'how long is allowed follows from the speed that it began at, and is read when it is reached',
  },
  find: (c) => {
    const entry = phaseNamed(c.attempt.phases, 'entry');
    if (!entry) return undefined;
    const size = entry.endS - entry.startS;
    if (!(size > reachWithinS(c))) return undefined;
    return find(c, 'slow-to-glide-speed', 'fault', entry, [size, 's']);
  },
});

const glideSpeed =
  (name: 'too-fast-for-glide' | 'too-slow-for-glide'): Check =>
  (c) => {
    const established = phaseNamed(c.attempt.phases, 'established');
    if (!established) return undefined;
    const rows = between(c, established.startS + 5, established.endS - 3);
    const off = medianOver(c.track.airspeedKt.values, rows) - c.attempt.targets.airspeedKt;
    const fast = name === 'too-fast-for-glide';
    const size = fast ? off : -off;
    if (!(size > limitsOf(c.context, GLIDE_LIMITS).offKt)) return undefined;
    return find(c, name, 'fault', established, [size, 'kt']);
  };

export const GLIDE_FAULTS = [
  slowToGlide,
  fault({ name: 'too-fast-for-glide', seen: AT_THE_END, find: glideSpeed('too-fast-for-glide') }),
  fault({ name: 'too-slow-for-glide', seen: AT_THE_END, find: glideSpeed('too-slow-for-glide') }),
] as const;
