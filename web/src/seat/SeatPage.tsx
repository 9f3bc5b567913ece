/**
 * The right-seat view: a tablet on the knee. In an attempt nothing asks for eyes; between attempts there is time for figures,
 * marks with a name, and who flew. Without a network everything tapped waits here, and goes by itself.
 */
import type { Airplane, Lesson } from '@keel/core';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useAirplanes, useLesson, useMe } from '../api/hooks.ts';
import { useLiveFlight, useLiveFlights } from '../live/use-live-flight.ts';
import { Empty, Waiting } from '../parts/states.tsx';
import { SeatAlone } from './alone/SeatAlone.tsx';
import { Before } from './Before.tsx';
import { Between } from './Between.tsx';
import { InAttempt } from './InAttempt.tsx';
import { useRecorder } from './recorder/use-recorder.ts';
import { SeatBar } from './SeatBar.tsx';
import { TakeFlight } from './TakeFlight.tsx';
import { useFresh } from './use-fresh.ts';
import { useNotes } from './use-notes.ts';
import './seat.css';

export function SeatPage() {
  const { lessonId } = useParams();
  const lesson = useLesson(lessonId);
  const { data: me } = useMe();
  const airplanes = useAirplanes();
  if (!lesson.data || !me) return <Waiting query={lesson} what="the lesson" />;
  if (me.role === 'student')
    return (
      <div className="page">
        <Empty title="The right seat is the instructor’s">
          What you flew waits for you at <Link to="/debrief">Debrief</Link>.
        </Empty>
      </div>
    );
  const airplane = airplanes.data?.find(({ id }) => id === lesson.data?.airplane.id);
  return <Seat lesson={lesson.data} by={me.id} airplane={airplane} />;
}

/** When the engine was started on this lesson, so that a reload does not lose the block time. */
const startedName = (lessonId: string): string => `keel.seat.${lessonId}`;

function Seat({ lesson, by, airplane }: { lesson: Lesson; by: string; airplane: Airplane | undefined }) {
  const [startedMs, setStartedMs] = useState<number | null>(
    () => Number(localStorage.getItem(startedName(lesson.id))) || null,
  );
  const [tapped, setTapped] = useState<'in' | 'between' | null>(null);
  const notes = useNotes(lesson.id, by);
  const flights = useLiveFlights();
  const flight = flights.data?.find(({ lessonId }) => lessonId === lesson.id);
  const live = useLiveFlight(flight?.id);
  const fresh = useFresh(live);
  const lastFlown = useRef(false);
  const recorder = useRecorder(lesson, by);

  if (startedMs === null)
    return (
      <Before
        lesson={lesson}
        airplane={airplane}
        begin={(wish, listening) => {
          if (wish !== 'no') void recorder.begin(wish, listening);
          const now = Date.now();
          localStorage.setItem(startedName(lesson.id), String(now));
          setStartedMs(now);
        }}
      />
    );
  // What is old tells nothing about where it is.
  const coach = fresh ? live.coach : null;
  // Heard no more, it is what it was: the zones are not taken away in the middle of it.
  const flown = fresh ? coach?.beganS != null : lastFlown.current;
  lastFlown.current = flown;
  const inAttempt = tapped ? tapped === 'in' : flown;
  const card = lesson.cards[coach?.card ?? 0];
  const bar = (
    <SeatBar
      lesson={lesson}
      title={flight ? (coach?.title ?? card?.title ?? lesson.title) : lesson.title}
      startedMs={startedMs}
      waiting={notes.waiting}
      away={notes.away}
      watched={Boolean(flight)}
      recording={recorder.state !== null}
      fresh={fresh}
    />
  );
  return (
    <div className="seat" data-state={inAttempt ? 'in' : 'between'}>
      {bar}
      {!flight && <TakeFlight lesson={lesson} />}
      {notes.refused.length > 0 && (
        <p className="seat-refused" role="alert">
          {notes.refused.length} stored here, not yet at the school: {notes.refused[0].refused}
        </p>
      )}
      {!flight ? (
        <SeatAlone lesson={lesson} notes={notes} startedMs={startedMs} recorder={recorder} />
      ) : inAttempt ? (
        <InAttempt
          coach={coach}
          say={(text) => notes.say({ kind: 'mark', text }, text)}
          between={() => setTapped('between')}
        />
      ) : (
        <Between
          card={card}
          lesson={lesson}
          live={live}
          fresh={fresh}
          airplane={airplane}
          notes={notes}
          begin={() => setTapped('in')}
          follow={tapped !== null ? () => setTapped(null) : null}
        />
      )}
    </div>
  );
}
