/** The debrief to take along, for a phone: of each attempt what went well, what went first, one thing for next time. */
import {
  type AttemptScore,
  type AttemptStatements,
  attemptName,
  type Judge,
  OBSERVATIONS,
  type RecordingView,
  standingVerdict,
  takenAlong,
  unitsFor,
  VERDICT_WORDS,
} from '@keel/core';
import { Link, useParams } from 'react-router';
import { useKeel, useMe, useRecording } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { dayAndTime } from '../parts/format.ts';
import { VerdictMark } from '../parts/Gate.tsx';
import { Empty, Waiting } from '../parts/states.tsx';
import { useGrades } from '../parts/use-grades.ts';
import { PictureView } from '../pictures/Picture.tsx';
import { withSub } from '../pictures/PictureWords.tsx';
import { helpName } from './help-words.ts';
import { readSaying } from './read-saying.ts';
import { Words } from './Words.tsx';
import './debrief.css';
import './along.css';

export function AlongPage() {
  const { recordingId } = useParams();
  const recording = useRecording(recordingId);
  const { data: me } = useMe();
  useSetCurrent({
    recordingId,
    lessonId: recording.data?.lessonId ?? undefined,
    studentId: recording.data?.student.id,
  });
  if (!recording.data || !me) return <Waiting query={recording} what="the debrief" />;
  return <Along recording={recording.data} student={me.role === 'student'} />;
}

function Along({ recording, student }: { recording: RecordingView; student: boolean }) {
  const { attempts, statements, lesson } = readSaying(recording);
  const judge = recording.score?.judge ?? 'examiner';
  return (
    <>
      <TitleBar
        title={recording.lessonTitle ?? 'The flight'}
        about={`${recording.student.name} · ${dayAndTime(recording.flownAt)} · ${recording.airplane.name}`}
      />
      <div className="page along">
        {lesson.nextTime && (
          <p className="sheet along-next">
            <span className="quiet">Main point for the next lesson</span>
            <strong>{lesson.nextTime}</strong>
          </p>
        )}
        <Words statements={lesson} />
        {attempts.length === 0 && (
          <Empty title="No maneuver was found">This flight has nothing to show here.</Empty>
        )}
        {attempts.map((attempt, i) => {
          const said = statements[i];
          // What was shown is no part of what was flown.
          if (said.flownBy === 'instructor') return null;
          const open = !student || said.selfGrade !== null;
          return (
            <section
              // biome-ignore lint/suspicious/noArrayIndexKey: an attempt is its place in the flight
              key={i}
              className="sheet along-attempt"
              aria-label={`${i + 1}. ${attemptName(attempt)}`}
            >
              <h2>
                {i + 1}. {attemptName(attempt)}
              </h2>
              <p className="quiet small">{helpName(said.help)}</p>
              {open ? (
                <Told
                  recording={recording}
                  index={i}
                  attempt={attempt}
                  said={said}
                  judge={judge}
                  parked={lesson.parked}
                />
              ) : (
                <p>
                  <Link to={`/debrief/${recording.id}?attempt=${i}`}>Grade it yourself first</Link>, then read
                  what was found.
                </p>
              )}
            </section>
          );
        })}
        <p className="small quiet">
          A record of practice, not a sign-off. The airplane’s handbook and your instructor come first.{' '}
          <Link to={`/debrief/${recording.id}`}>The whole debrief</Link>
        </p>
      </div>
    </>
  );
}

function Told(props: {
  recording: RecordingView;
  index: number;
  attempt: AttemptScore;
  said: AttemptStatements;
  judge: Judge;
  parked: readonly string[];
}) {
  const { recording, index, attempt, said, judge, parked } = props;
  const keel = useKeel(recording.id, index, recording.scoredAt);
  const { well, first, next } = takenAlong(attempt, said, parked, unitsFor(recording.airplane));
  const verdict = standingVerdict(attempt[judge], said);
  const grade = useGrades().find((one) => one.grade === said.grade);
  return (
    <>
      <p className="row" style={{ gap: 8 }}>
        <VerdictMark verdict={verdict} />
        {said.discontinued ? `Discontinued for ${said.discontinued}` : VERDICT_WORDS[verdict]}
      </p>
      {grade && (
        <p>
          Instructor’s grade: <strong>{`${grade.grade}, ${grade.name}`}</strong>
        </p>
      )}
      {said.observed.length > 0 && (
        <p className="small">
          Instructor observations:{' '}
          {OBSERVATIONS.filter(({ item }) => said.observed.includes(item))
            .map(({ says }) => says.toLowerCase())
            .join('; ')}
          .
        </p>
      )}
      <Words statements={said} />
      {well.length > 0 && (
        <div>
          <h3>Went well</h3>
          <ul className="words">
            {well.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </div>
      )}
      {first && (
        <div>
          <h3>What came first</h3>
          <p>{first}</p>
        </div>
      )}
      {next && (
        <p className="along-next">
          <span className="quiet">One thing for next time</span>
          <strong>{next}</strong>
        </p>
      )}
      {keel.data?.picture && (
        <figure className="along-picture">
          <figcaption className="small quiet">{withSub(keel.data.picture.title)}</figcaption>
          <PictureView picture={keel.data.picture} height={keel.data.picture.panels.length > 1 ? 320 : 260} />
        </figure>
      )}
    </>
  );
}
