/** Phases by their names. */
import type { Phase } from './schema.ts';

/** The phase of that name, if the attempt has it. */
export const phaseNamed = (phases: readonly Phase[], name: string): Phase | undefined =>
  phases.find((phase) => phase.name === name);
