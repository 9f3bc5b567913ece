/** How far a stall was taken, as its requirements saw it. */
import { type RequirementScore, requirementKey } from '../../scoring/requirement.ts';

/** Null for what is no stall, or where nothing tells. */
export function depthShown(requirements: readonly RequirementScore[]): 'first-indication' | 'full' | null {
  const held = (name: string): boolean =>
    requirements.some(({ id, held }) => requirementKey(id) === name && held === true);
  if (held('full-stall')) return 'full';
  return held('stall-approached') ? 'first-indication' : null;
}
