/** Under the keel: the attempt seen again, laid over others, from above, or in a video. The drawing of the replay is large, so it waits. */
import {
  type AttemptScore,
  type AttemptStatements,
  type Judge,
  type KeelTrace,
  type RecordingView,
  unitsFor,
} from '@keel/core';
import { SegmentedControl } from '@mantine/core';
import { lazy, Suspense } from 'react';
import { Loading } from '../parts/states.tsx';
import { Compare } from './Compare.tsx';
import { PictureFlown } from './PictureFlown.tsx';
import { PlanView } from './PlanView.tsx';
import { FlightVideo } from './video/FlightVideo.tsx';

const Replay = lazy(() => import('./Replay.tsx').then(({ Replay: replay }) => ({ default: replay })));

const WAYS = ['picture', 'replay', 'compare', 'above', 'video'] as const;
export type Again = (typeof WAYS)[number];
export const isAgain = (text: string): text is Again => (WAYS as readonly string[]).includes(text);

export function SeeAgain(props: {
  recording: RecordingView;
  attempt: AttemptScore;
  index: number;
  statements: AttemptStatements[];
  judge: Judge;
  trace: KeelTrace;
  cursorS: number;
  setCursorS: (atS: number) => void;
  shown: Again;
  show: (again: Again) => void;
}) {
  const { recording, attempt, index, statements, judge, trace, cursorS, setCursorS, shown } = props;
  return (
    <section className="sheet stack" aria-label="See it again">
      <SegmentedControl
        aria-label="How to see it"
        style={{ alignSelf: 'flex-start', flexWrap: 'wrap' }}
        value={shown}
        onChange={(value) => props.show(value as Again)}
        data={[
          { value: 'picture', label: 'Picture' },
          { value: 'replay', label: 'Replay' },
          { value: 'compare', label: 'Compare' },
          { value: 'above', label: 'Ground track' },
          { value: 'video', label: 'Video' },
        ]}
      />
      {shown === 'picture' &&
        (trace.picture ? (
          <PictureFlown
            attempt={attempt}
            units={unitsFor(recording.airplane)}
            picture={trace.picture}
            timeS={trace.timeS}
            cursorS={cursorS}
            setCursorS={setCursorS}
          />
        ) : (
          <p className="quiet">The recording has too few columns to draw the brief’s picture from.</p>
        ))}
      {shown === 'replay' && (
        <Suspense fallback={<Loading what="the picture" />}>
          <Replay recording={recording} attempt={attempt} cursorS={cursorS} setCursorS={setCursorS} />
        </Suspense>
      )}
      {shown === 'compare' && (
        <Compare recording={recording} index={index} statements={statements} judge={judge} />
      )}
      {shown === 'video' && <FlightVideo recording={recording} cursorS={cursorS} setCursorS={setCursorS} />}
      {shown === 'above' &&
        (trace.track ? (
          <PlanView trace={trace} attempt={attempt} cursorS={cursorS} />
        ) : (
          <p className="quiet">No positions were recorded, so there is no ground track.</p>
        ))}
    </section>
  );
}
