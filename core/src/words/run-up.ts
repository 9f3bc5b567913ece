/** The run-up in words: what is read, and what stops the lesson. */
import type { RunUpProblem, RunUpReading } from '../field/run-up.ts';
import { line } from './card/facts.ts';
import { figuresIn, KNOTS } from './figures.ts';

export const READING_NAMES: Record<RunUpReading, string> = {
  leftDropRpm: 'Drop on the left magneto',
  rightDropRpm: 'Drop on the right magneto',
  heatDropRpm: 'Drop with carburettor heat',
  idleRpm: 'Idle',
};

const f = figuresIn(KNOTS);
const rpm = (value: number) => f.in(value, 'rpm');
const SIDES = { left: 'Left', right: 'Right' } as const;

export function runUpProblemSaid(problem: RunUpProblem): string {
  switch (problem.code) {
    case 'drop-beyond':
      return line`${SIDES[problem.side]} magneto drops ${rpm(problem.rpm)}, ${rpm(problem.limitRpm)} at most. The lesson stops here.`;
    case 'no-drop':
      return `${SIDES[problem.side]} magneto does not drop at all: the other may be live with its switch off. Shut down, keep everybody from the propeller, tell maintenance.`;
    case 'difference':
      return line`The two differ by ${rpm(problem.rpm)}, ${rpm(problem.limitRpm)} at most. The lesson stops here.`;
    case 'no-heat':
      return 'Carburettor heat makes no drop: it may not be working. Ask before you fly.';
    case 'idle':
      return line`Idle at ${rpm(problem.rpm)}: ${problem.fromRpm === null ? '' : line`${f.number(problem.fromRpm)} to `}${problem.toRpm === null ? 'more' : rpm(problem.toRpm)} is this airplane’s. Ask before you fly.`;
  }
}
