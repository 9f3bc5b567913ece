/** An attempt as it is graded blind: what was flown, and nothing of what the program made of it. */
import type { AttemptScore } from '../debrief/score.ts';
import type { KeelTrace } from '../debrief/trace.ts';

export const blindAttempt = ({
  maneuver,
  variant,
  state,
  startS,
  endS,
  phases,
  targets,
}: AttemptScore): AttemptScore => ({
  maneuver,
  variant,
  state,
  startS,
  endS,
  phases,
  targets,
  requirements: [],
  parameters: [],
  strict: 'not-scored',
  examiner: 'not-scored',
  firstExcursion: null,
  findings: [],
  chain: [],
});

/** Lines and bands; the story and the picture name faults. */
export const blindTrace = ({ timeS, lanes }: KeelTrace): KeelTrace => ({ timeS, lanes, track: null });
