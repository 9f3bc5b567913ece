/** The right seat with nothing connected: what is flown is tapped, and everything said of it is kept. */
import type { Lesson } from '@keel/core';
import { useState } from 'react';
import { RecorderLine } from '../recorder/RecorderLine.tsx';
import type { LessonRecorder } from '../recorder/use-recorder.ts';
import type { Notes } from '../use-notes.ts';
import { AloneBetween } from './AloneBetween.tsx';
import { AloneInAttempt } from './AloneInAttempt.tsx';
import { LessonOver } from './LessonOver.tsx';
import { useAlone } from './use-alone.ts';
import './alone.css';

export function SeatAlone(props: {
  lesson: Lesson;
  notes: Notes;
  startedMs: number;
  recorder: LessonRecorder;
}) {
  const { lesson, notes, startedMs, recorder } = props;
  const alone = useAlone(lesson, notes);
  const [ending, setEnding] = useState(false);
  if (alone.running) return <AloneInAttempt alone={alone} running={alone.running} notes={notes} />;
  if (ending)
    return (
      <>
        <RecorderLine recorder={recorder} />
        <LessonOver
          lesson={lesson}
          alone={alone}
          notes={notes}
          startedMs={startedMs}
          close={(id) => {
            if (id) alone.pick(id);
            setEnding(false);
          }}
        />
      </>
    );
  return (
    <>
      <RecorderLine recorder={recorder} />
      <AloneBetween lesson={lesson} alone={alone} notes={notes} over={() => setEnding(true)} />
    </>
  );
}
