/** The engine has stopped: what was flown, what is still to be said, and everything graded by hand until a recording shows it. */
import { type Lesson, type SeatAttempt, seatMissing } from '@keel/core';
import { Link } from 'react-router';
import { helpName } from '../../debrief/help-words.ts';
import { clockTime } from '../../parts/format.ts';
import { useGrades } from '../../parts/use-grades.ts';
import { serverNow } from '../server-clock.ts';
import type { Notes } from '../use-notes.ts';
import { type Alone, seatName } from './use-alone.ts';

const MISSING = { help: 'who flew it is not said', grade: 'no grade' } as const;

interface Props {
  lesson: Lesson;
  alone: Alone;
  notes: Notes;
  startedMs: number;
  /** Back to the lesson, to one attempt where it is named. */
  close: (attempt?: string) => void;
}

export function LessonOver({ lesson, alone, notes, startedMs, close }: Props) {
  const grades = useGrades();
  const { attempts } = alone;
  const open = attempts.filter((one) => seatMissing(one) !== null);
  const kept = notes.said.some(({ body, undone }) => body.kind === 'over' && !undone);
  const says = (one: SeatAttempt) => {
    const missing = seatMissing(one);
    const grade = grades.find((known) => known.grade === one.grade);
    return [
      one.help && helpName(one.help),
      grade && `${grade.grade} ${grade.name}`,
      missing && MISSING[missing],
      ...one.marks.map(({ text }) => text),
    ]
      .filter(Boolean)
      .join(' · ');
  };
  return (
    <div className="seat-between">
      <h1 className="alone-over">Lesson over</h1>
      <ul className="alone-list">
        {attempts.map((one) => (
          <li key={one.id}>
            <button type="button" className="seat-button" onClick={() => close(one.id)}>
              <span>
                {clockTime(new Date(one.endedMs).toISOString())} {seatName(one)} · attempt{' '}
                {alone.numberOf(one)}
                <small data-missing={seatMissing(one) !== null || undefined}>{says(one)}</small>
              </span>
            </button>
          </li>
        ))}
      </ul>
      {open.length > 0 && (
        <p className="seat-caution">
          {open.length === 1 ? 'One attempt does' : `${open.length} attempts do`} not count yet. Tap to say
          what is missing, now or later.
        </p>
      )}
      {kept ? (
        <p className="seat-last" role="status">
          Kept as graded by hand. A recording of this lesson takes its place by itself.{' '}
          <Link to={`/fly/${lesson.id}`}>To the lesson</Link>
        </p>
      ) : (
        <button
          type="button"
          className="seat-button seat-primary"
          disabled={open.length === attempts.length}
          onClick={() => notes.say({ kind: 'over', startedMs, stoppedMs: serverNow() }, 'lesson over')}
        >
          Keep {attempts.length - open.length} as graded by hand
        </button>
      )}
      <button type="button" className="seat-button" onClick={() => close()}>
        Back to the lesson
      </button>
    </div>
  );
}
