/** Debrief: was it within the standard, what went first, and why? */

import {
  happened,
  type Judge,
  notFoundSaid,
  noticesText,
  type RecordingView,
  standingVerdict,
  unitsFor,
} from '@keel/core';
import { Button, Progress, SegmentedControl } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { answered, api, messageOf, read } from '../api/client.ts';
import { useLesson, useMe, useRecording } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { useShortcuts } from '../frame/shortcuts.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { noteInAddress, useAddress } from '../frame/use-address.ts';
import { dayAndTime, numberText } from '../parts/format.ts';
import { Sentence } from '../parts/Sentence.tsx';
import { Empty, Failed, Waiting } from '../parts/states.tsx';
import { Approaches } from './Approaches.tsx';
import { AttemptSquares } from './AttemptSquares.tsx';
import { AttemptView } from './AttemptView.tsx';
import { BriefDeviations } from './BriefDeviations.tsx';
import { FlightStrip } from './FlightStrip.tsx';
import { Leftovers } from './Leftovers.tsx';
import { ofLesson } from './LessonSheet.tsx';
import { LessonView } from './LessonView.tsx';
import { NotKept } from './NotKept.tsx';
import { OfRecording } from './OfRecording.tsx';
import { PutRight } from './PutRight.tsx';
import { readSaying } from './read-saying.ts';
import { isAgain } from './SeeAgain.tsx';
import { TakeAlong } from './TakeAlong.tsx';
import { useAddStatementTo, useSaid } from './use-statements.ts';
import { WholeFlight } from './WholeFlight.tsx';
import './debrief.css';

export function DebriefPage() {
  const { recordingId } = useParams();
  const recording = useRecording(recordingId);
  useSetCurrent({
    recordingId,
    lessonId: recording.data?.lessonId ?? undefined,
    studentId: recording.data?.student.id,
  });
  if (!recording.data) return <Waiting query={recording} what="the recording" />;
  return <Debrief key={recordingId} recording={recording.data} />;
}

function Debrief({ recording: fromServer }: { recording: RecordingView }) {
  const { recording, waiting } = useSaid(fromServer);
  const { data: me } = useMe();
  const [search] = useSearchParams();
  const [attemptAt, setAttemptAt] = useAddress('attempt', '0');
  const [view, setView] = useAddress('see', 'picture');
  const { mutate } = useSWRConfig();
  // The school's until somebody chooses: where the page was opened while it was scored, that is known later.
  const [chosenJudge, setJudge] = useState<Judge | null>(null);
  const judge = chosenJudge ?? recording.score?.judge ?? 'examiner';
  const selected = Number(attemptAt) || 0;
  const [shown, setShown] = useState<ReadonlySet<number>>(new Set());
  const [busy, setBusy] = useState(false);
  const again = isAgain(view) ? view : 'picture';
  const [asked, setPart] = useAddress('view', 'attempts');
  const [cursor, setCursor] = useState<number | null>(() => secondsIn(search.get('at')));
  // A replay moves it at every frame; the address follows when it has come to rest.
  const [rested] = useDebouncedValue(cursor, 400);
  useEffect(() => noteInAddress('at', rested === null ? '' : rested.toFixed(1)), [rested]);

  // A replay moves the cursor at every frame: what does not follow it is worked out once.
  const { attempts, statements, lesson, orphans } = useMemo(() => readSaying(recording), [recording]);
  const addLessonStatement = ofLesson(useAddStatementTo(recording), recording);
  const isStudent = me?.role === 'student';
  const open = useMemo(
    () =>
      statements.map(
        ({ selfGrade, flownBy }, i) =>
          !isStudent || shown.has(i) || selfGrade !== null || flownBy === 'instructor',
      ),
    [statements, shown, isStudent],
  );
  const verdicts = useMemo(
    () => attempts.map((attempt, i) => standingVerdict(attempt[judge], statements[i])),
    [attempts, judge, statements],
  );
  const hasApproaches = (recording.score?.flight?.approaches.length ?? 0) > 0;
  // A flight round the pattern has its approaches, and no attempt.
  const part = asked === 'attempts' && hasApproaches && attempts.length === 0 ? 'approaches' : asked;
  const index = Math.min(selected, Math.max(0, attempts.length - 1));
  const select = useCallback(
    (next: number) => {
      setAttemptAt(String(Math.max(0, Math.min(attempts.length - 1, next))));
      setCursor(null);
    },
    [attempts.length, setAttemptAt],
  );
  // Until somebody moves it the cursor stands where something first happened.
  const attempt = attempts[index];
  const cursorS =
    cursor ??
    (attempt
      ? (happened(attempt, unitsFor(recording.airplane))[0]?.atS ?? (attempt.startS + attempt.endS) / 2)
      : 0);
  /** An attempt chosen from the lesson is looked at. */
  const choose = useCallback(
    (next: number) => {
      if (part === 'lesson') setPart('attempts');
      select(next);
    },
    [part, setPart, select],
  );
  useShortcuts({
    wholeFlight: () => setPart(part === 'time' ? 'attempts' : 'time'),
    lesson: () => setPart(part === 'lesson' ? 'attempts' : 'lesson'),
  });

  const stop = async () => {
    await answered(api.recordings[':id'].stop.$post({ param: { id: recording.id } }));
    await mutate(`/recordings/${recording.id}`);
  };
  const rescore = async () => {
    setBusy(true);
    try {
      const { changes } = await read(api.recordings[':id'].rescore.$post({ param: { id: recording.id } }));
      await mutate(`/recordings/${recording.id}`);
      notifications.show({
        title: 'Scored again',
        message: changes.join(' ') || 'Nothing changed.',
        autoClose: 9000,
      });
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not scored again', message: messageOf(error) });
    } finally {
      setBusy(false);
    }
  };

  return (
    <>
      <TitleBar
        title={`${recording.student.name}${recording.lessonTitle ? ` · ${recording.lessonTitle}` : ''}`}
        about={`${dayAndTime(recording.flownAt)} · ${recording.airplane.name}${recording.airplane.registration ? `, ${recording.airplane.registration}` : ''}${recording.score?.weightLb ? ` · ${numberText(recording.score.weightLb)} lb` : ''} · ${recording.standard.shortName}`}
      >
        <SegmentedControl
          aria-label="View"
          value={part}
          onChange={setPart}
          data={[
            { value: 'attempts', label: 'Attempts' },
            ...(hasApproaches ? [{ value: 'approaches', label: 'Approaches' }] : []),
            { value: 'time', label: 'By time' },
            { value: 'lesson', label: 'The lesson' },
          ]}
        />
        <TakeAlong recording={recording} />
        {!isStudent && <PutRight recording={recording} rescore={recording.score ? rescore : undefined} />}
      </TitleBar>
      <div className="page">
        <NotKept />
        {recording.lessonId && <OthersOfLesson lessonId={recording.lessonId} here={recording.id} />}
        {search.get('known') && (
          <p className="sheet">This file was already attached to this student. This is its debrief.</p>
        )}
        {recording.origin && (
          <p className="small quiet">
            From {recording.origin}: flown, scored and graded there. It counts as flown; nobody here has
            signed it.
          </p>
        )}
        {recording.flownIn === 'trainer' && (
          <p className="sheet">
            <strong>Flown in the trainer.</strong> It shows skill. It completes no solo requirement, never
            enters the logbook, and can’t teach the feel of rudder or load.
          </p>
        )}
        {recording.outdated && !isStudent && (
          <div className="sheet row spread" style={{ flexWrap: 'wrap' }}>
            <p>An older version made this score. Score again to see what changes.</p>
            <Button loading={busy} onClick={rescore}>
              Score again
            </Button>
          </div>
        )}
        {waiting > 0 && (
          <p className="small quiet" role="status">
            {waiting === 1 ? 'One entry is' : `${waiting} entries are`} on the way to the server.
          </p>
        )}
        {recording.status === 'analysing' && (
          <Analysing progress={recording.progress} stop={isStudent ? undefined : stop} />
        )}
        {recording.status === 'refused' && (
          <Failed error={new Error(recording.refusal ?? '')} retry={rescore} />
        )}
        {recording.score && attempts.length === 0 && part !== 'approaches' && (
          <Empty title="No maneuver was found">
            A turn counts from 45° on, a steep turn from 36° of bank; slow flight and stalls show by their
            airspeed; climbs, descents and straight flight are found where a card asks for them.{' '}
            {noticesText(recording.score.recording.notices, unitsFor(recording.airplane))}
          </Empty>
        )}
        {recording.score?.notFound?.map((one) => (
          <p key={one.maneuver} className="small">
            <Sentence said={notFoundSaid(one)} />
          </p>
        ))}
        {attempts.length > 0 && (
          <>
            <div className="debrief-strip">
              <FlightStrip
                recording={recording}
                statements={statements}
                verdicts={verdicts}
                showVerdicts={open}
                isStudent={isStudent}
                selected={index}
                select={choose}
              />
            </div>
            <AttemptSquares
              attempts={attempts}
              statements={statements}
              verdicts={verdicts}
              showVerdicts={open}
              isStudent={isStudent}
              selected={index}
              select={choose}
            />
          </>
        )}
        {part === 'approaches' && <Approaches recording={recording} go={setCursor} />}
        {attempts.length > 0 && part === 'time' && (
          <WholeFlight
            recording={recording}
            selected={index}
            select={select}
            cursorS={cursorS}
            setCursorS={setCursor}
          />
        )}
        {attempts.length > 0 && part !== 'lesson' && part !== 'approaches' && (
          <AttemptView
            // The same attempt scored again is the same: what is half typed of it stays.
            key={`${attempt.maneuver} ${attempt.startS}`}
            recording={recording}
            index={index}
            judge={judge}
            chooseJudge={setJudge}
            statementsOfAll={statements}
            lesson={lesson}
            addLessonStatement={addLessonStatement}
            isStudent={isStudent}
            open={open[index]}
            show={() => setShown(new Set([...shown, index]))}
            select={select}
            cursorS={cursorS}
            setCursorS={setCursor}
            again={again}
            setAgain={setView}
          />
        )}
        {attempts.length > 0 && part === 'lesson' && <BriefDeviations judge={judge} choose={setJudge} />}
        {recording.score && (part === 'lesson' || attempts.length === 0) && (
          <LessonView
            recording={recording}
            statements={statements}
            verdicts={verdicts}
            open={open}
            selected={index}
            select={choose}
            lesson={lesson}
            addStatement={addLessonStatement}
            isStudent={isStudent}
          />
        )}
        <Leftovers recording={recording} orphans={orphans} mayEdit={!isStudent} />
        {recording.score && (
          <OfRecording recording={recording.score.recording} units={unitsFor(recording.airplane)} />
        )}
      </div>
    </>
  );
}

/** A lesson may have been recorded more than once: every recording of it is reached from each. */
function OthersOfLesson({ lessonId, here }: { lessonId: string; here: string }) {
  const recordings = useLesson(lessonId).data?.recordings ?? [];
  if (recordings.length < 2) return null;
  return (
    <nav className="row small" aria-label="Recordings of this lesson" style={{ flexWrap: 'wrap' }}>
      <span className="quiet">Recordings of this lesson:</span>
      {recordings.map(({ id, fileName, flownIn }) => (
        <Link key={id} to={`/debrief/${id}`} aria-current={id === here ? 'page' : undefined}>
          {id === here ? <strong>{fileName}</strong> : fileName}
          {flownIn === 'trainer' && ' (trainer)'}
        </Link>
      ))}
    </nav>
  );
}

/** The moment that a link names, s; null where it names none. */
const secondsIn = (text: string | null): number | null =>
  text !== null && text !== '' && Number.isFinite(Number(text)) ? Number(text) : null;

const Analysing = ({ progress, stop }: { progress: number; stop?: () => void }) => (
  <section className="sheet stack" aria-live="polite">
    <div className="row spread">
      <strong>Finding and scoring the attempts</strong>
      {stop && (
        <Button variant="default" size="compact-md" onClick={stop}>
          Stop
        </Button>
      )}
    </div>
    <Progress value={100 * progress} animated aria-label="Analysis" />
  </section>
);
