/** What the coach knows of the pattern: its steps by where the airplane is, and what is said of what goes wrong. */
import type { CoachPart } from '../../kits/coach/part.ts';
import type { PatternFigures } from './figures.ts';
import { patternSituations } from './situations.ts';
import { onFinal, patternSteps } from './steps.ts';

export const patternCoach = (figures: PatternFigures, from: 'runway' | 'final'): CoachPart => ({
  steps: () => (from === 'runway' ? patternSteps(figures) : [onFinal, ...patternSteps(figures).slice(1)]),
  situations: () => patternSituations(figures),
  // Near a field the floor is the runway.
  without: ['floor-near', 'below-floor'],
});
