/** From the seat of a stage check to its form, and nothing where the lesson is none. */
import type { Lesson } from '@keel/core';
import { Link } from 'react-router';

export function CheckerForm({ lesson }: { lesson: Pick<Lesson, 'stageCheckId'> }) {
  if (!lesson.stageCheckId) return null;
  return (
    <Link className="seat-button" to={`/stage-checks/${lesson.stageCheckId}`}>
      The checker’s form
    </Link>
  );
}
