/** Before the engine is started: what this tablet is, and what it is not. */
import { type Airplane, type Lesson, type Listening, soundSource } from '@keel/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { hornOf } from './recorder/horn-store.ts';
import { RecordHere, type Wish } from './recorder/RecordHere.tsx';

const ON_THE_KNEE = [
  'Full travel of stick and wheel with the tablet on the knee, both ways',
  'Strapped down; nothing that can reach the pedals',
  'Brightness up, other apps silent',
  'Control is passed by voice, in three steps; never by a button here',
] as const;

interface BeforeProps {
  lesson: Lesson;
  /** Undefined while it is on its way, or where the school has it no more. */
  airplane: Airplane | undefined;
  begin: (wish: Wish, listening: Listening | null) => void;
}

export function Before({ lesson, airplane, begin }: BeforeProps) {
  const [wish, setWish] = useState<Wish>('no');
  const [hears, setHears] = useState(false);
  const airplaneId = lesson.airplane.id;
  const listening = (): Listening | null =>
    hears ? { source: soundSource(airplane), horn: hornOf(airplaneId) } : null;
  return (
    <main className="seat seat-before">
      <h1>
        {lesson.student.name}: {lesson.title}
      </h1>
      <p>
        {lesson.airplane.name},{' '}
        {lesson.cards
          .map(({ title }) => title)
          .filter((title, i, all) => all.indexOf(title) === i)
          .join(', ')}
      </p>
      <ul>
        {ON_THE_KNEE.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p className="seat-caution">
        This is no flight instrument. The airplane’s own instruments, its handbook and your eyes outside come
        first. What is shown is a moment old; when it is older than that, only the marks stay.
      </p>
      <RecordHere airplaneId={airplaneId} wish={wish} choose={setWish} hears={hears} chooseHears={setHears} />
      <button type="button" className="seat-button seat-primary" onClick={() => begin(wish, listening())}>
        Engine started: block time runs
      </button>
      <Link to={`/fly/${lesson.id}`} className="touchable">
        Back to the lesson
      </Link>
    </main>
  );
}
