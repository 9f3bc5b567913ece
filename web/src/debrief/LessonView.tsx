/** The lesson as a whole: every attempt with its small keel, what was said of all of it, and what is left over. */
import type { AttemptStatements, AttemptVerdict, LessonStatements, RecordingView, Score } from '@keel/core';
import { heading, numberText } from '../parts/format.ts';
import { AttemptList } from './AttemptList.tsx';
import { LessonSheet } from './LessonSheet.tsx';
import type { NewStatement } from './use-statements.ts';

export function LessonView(props: {
  recording: RecordingView;
  statements: AttemptStatements[];
  verdicts: AttemptVerdict[];
  open: readonly boolean[];
  selected: number;
  select: (attempt: number) => void;
  lesson: LessonStatements;
  addStatement: (body: NewStatement) => Promise<boolean>;
  isStudent: boolean;
}) {
  const { recording, lesson, addStatement, isStudent, ...list } = props;
  const { wind, warnings } = recording.score!.recording;
  return (
    <>
      <LessonSheet recording={recording} lesson={lesson} addStatement={addStatement} isStudent={isStudent} />
      {recording.score!.attempts.length > 0 && <AttemptList recording={recording} {...list} />}
      {wind && <Wind wind={wind} />}
      {warnings.length > 0 && <p className="small quiet">Of the recording: {warnings.join('; ')}.</p>}
    </>
  );
}

const Wind = ({ wind }: { wind: NonNullable<Score['recording']['wind']> }) => (
  <p className="small">
    <strong>
      Wind from {heading(wind.fromDeg)}° at {numberText(wind.speedKt)} kt,
    </strong>{' '}
    ± {numberText(wind.standardErrorKt, 1)} kt, worked out from the turns; airspeed and heading follow from
    it.
  </p>
);
