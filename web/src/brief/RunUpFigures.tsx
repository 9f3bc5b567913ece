/** A place for each figure of the run-up: stepped with a thumb, nothing typed; what is beyond a limit stops the lesson in words. */
import {
  type Airplane,
  READING_NAMES,
  type RunUpReading,
  type RunUpReadings,
  readingsOf,
  runUpProblemSaid,
  runUpProblems,
} from '@keel/core';
import { Button } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { IconMinus, IconPlus } from '@tabler/icons-react';
import { numberText } from '../parts/format.ts';

const STEP_RPM = 10;
/** Where the stepping begins: what is usual, so that few taps are left. */
const FIRST: Record<RunUpReading, (airplane: Airplane) => number> = {
  leftDropRpm: () => 80,
  rightDropRpm: () => 80,
  heatDropRpm: () => 80,
  idleRpm: (airplane) => airplane.idleRpm ?? 700,
};

/** Kept on this device, for this lesson alone. */
export function RunUpFigures({ airplane, lessonId }: { airplane: Airplane; lessonId: string }) {
  const [read, setRead] = useLocalStorage<RunUpReadings>({ key: `run-up ${lessonId}`, defaultValue: {} });
  const problems = runUpProblems(airplane, read);
  const step = (reading: RunUpReading, by: number) =>
    setRead((before) => {
      const from = before[reading];
      const next = from === undefined ? FIRST[reading](airplane) : from + by;
      return { ...before, [reading]: Math.max(0, next) };
    });
  return (
    <div className="run-up">
      <h3>Today’s readings</h3>
      {readingsOf(airplane).map((reading) => {
        const name = READING_NAMES[reading];
        const value = read[reading];
        return (
          <fieldset key={reading} className="run-up-row" aria-label={name}>
            <span>{name}</span>
            <Button variant="default" aria-label={`${name}: less`} onClick={() => step(reading, -STEP_RPM)}>
              <IconMinus size={18} />
            </Button>
            <output>{value === undefined ? '–' : `${numberText(value)} rpm`}</output>
            <Button variant="default" aria-label={`${name}: more`} onClick={() => step(reading, STEP_RPM)}>
              <IconPlus size={18} />
            </Button>
          </fieldset>
        );
      })}
      <div role="status">
        {problems.map((problem) => (
          <p key={`${problem.code} ${'side' in problem ? problem.side : ''}`} className="run-up-stop">
            {runUpProblemSaid(problem)}
          </p>
        ))}
      </div>
      {Object.keys(read).length > 0 && (
        <Button variant="subtle" size="compact-sm" onClick={() => setRead({})}>
          Clear the readings
        </Button>
      )}
    </div>
  );
}
