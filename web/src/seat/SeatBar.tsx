/** Who, what, how long; and whether the school hears it. */
import type { Lesson } from '@keel/core';
import { useEffect, useState } from 'react';
import { fuelLeftMin } from './endurance.ts';
import { useOnline } from './use-online.ts';

interface Props {
  lesson: Lesson;
  title: string;
  startedMs: number;
  waiting: number;
  away: boolean;
  /** A device sends this flight. */
  watched: boolean;
  fresh: boolean;
  /** This device records it. */
  recording: boolean;
}

export function SeatBar({ lesson, title, startedMs, waiting, away, watched, fresh, recording }: Props) {
  const online = useOnline();
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 10_000);
    return () => clearInterval(timer);
  }, []);
  const minutes = Math.max(0, Math.floor((now - startedMs) / 60_000));
  const fuelMin = fuelLeftMin(lesson.plan, minutes);
  const kept = waiting === 0 ? '' : `, ${waiting} ${waiting === 1 ? 'mark' : 'marks'} kept`;
  const heard =
    !online || away
      ? `no network${kept}`
      : waiting > 0
        ? `${waiting} on the way`
        : watched
          ? fresh
            ? 'recorder connected'
            : 'no data from the recorder: marks only'
          : recording
            ? 'recording on this tablet'
            : 'no recorder: what you tap is kept';
  return (
    <header className="seat-bar">
      <strong>{lesson.student.name.split(' ')[0]}</strong>
      <span>{title}</span>
      <span className="seat-heard" role="status">
        {heard}
      </span>
      <span>block {minutes} min</span>
      {fuelMin !== null && (
        <span title="At the lesson’s planned fuel burn, less a reserve of 30 minutes. The gauges come first.">
          fuel, planned {fuelMin} min
        </span>
      )}
    </header>
  );
}
