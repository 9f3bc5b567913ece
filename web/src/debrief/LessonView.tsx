/** The lesson as a whole: every attempt with its small keel, what was said of all of it, and what is left over. */
import type { AttemptStatements, AttemptVerdict, LessonStatements, RecordingView } from '@keel/core';
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
  return (
    <>
      <LessonSheet recording={recording} lesson={lesson} addStatement={addStatement} isStudent={isStudent} />
      {recording.score!.attempts.length > 0 && <AttemptList recording={recording} {...list} />}
    </>
  );
}
