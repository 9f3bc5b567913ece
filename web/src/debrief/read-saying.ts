/** A recording with what was said of it, put in its places. */
import {
  type RecordingView,
  readLessonStatements,
  readStatements,
  sortStatements,
  unsaidHelp,
} from '@keel/core';

/** Attempts with what was said of each, of the lesson, and of what is no longer found. */
export function readSaying({ score, statements, parked, demonstrationFirst }: RecordingView) {
  const attempts = score?.attempts ?? [];
  const { byAttempt, ofLesson: words, orphans } = sortStatements(attempts, statements);
  return {
    attempts,
    statements: byAttempt.map((list, i) =>
      readStatements(list, unsaidHelp(attempts, i, { demonstrationFirst, ofLesson: words })),
    ),
    lesson: readLessonStatements(words, parked),
    orphans,
  };
}
