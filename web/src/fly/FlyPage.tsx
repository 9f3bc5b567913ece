/** Fly: practise in the trainer, attach the flight's recording, or have a maneuver shown by the synthetic pilot. */
import { flownOf, type Lesson } from '@keel/core';
import { Button } from '@mantine/core';
import { IconPlaneInflight } from '@tabler/icons-react';
import { Link, useNavigate, useParams } from 'react-router';
import { useAirplanes, useLesson, useMe } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { dayAndTime, numberText, shownZone } from '../parts/format.ts';
import { Waiting } from '../parts/states.tsx';
import { AtTheDesk } from './AtTheDesk.tsx';
import { AgreementFirst } from './attach/AgreementFirst.tsx';
import { AssumesDialog } from './attach/AssumesDialog.tsx';
import { Attach } from './attach/Attach.tsx';
import { differences, farFromField } from './attach/assumes.ts';
import { MappingDialog } from './attach/MappingDialog.tsx';
import { useAttaching } from './attach/use-attaching.ts';
import { WorkProgress } from './attach/WorkProgress.tsx';
import { Demonstration } from './Demonstration.tsx';
import { WhatMatters } from './WhatMatters.tsx';
import './fly.css';

export function FlyPage() {
  const { lessonId } = useParams();
  const lesson = useLesson(lessonId);
  useSetCurrent({
    lessonId,
    recordingId: lesson.data && flownOf(lesson.data).flown[0]?.id,
    studentId: lesson.data?.student.id,
  });
  if (!lesson.data) return <Waiting query={lesson} what="the lesson" />;
  return <Fly lesson={lesson.data} />;
}

function Recordings(props: { title: string; recordings: Lesson['recordings'] }) {
  if (props.recordings.length === 0) return null;
  return (
    <section className="sheet stack">
      <h2>{props.title}</h2>
      {props.recordings.map(({ id, fileName }) => (
        <Link key={id} to={`/debrief/${id}`} className="touchable">
          {fileName}
        </Link>
      ))}
    </section>
  );
}

function Fly({ lesson }: { lesson: Lesson }) {
  const { data: me } = useMe();
  const navigate = useNavigate();
  const { work, problem, asked, scoring, busy, attach, answer, fly, stop, forget, differing, settle, leave } =
    useAttaching(lesson, me?.position);
  const airplanes = useAirplanes();
  const readOnly = me?.role === 'student';
  const { flown, practice } = flownOf(lesson);

  return (
    <>
      <TitleBar
        title={`${lesson.student.name} · ${lesson.title}`}
        about={`${dayAndTime(lesson.plannedAt)} · ${lesson.airplane.name}${lesson.airplane.registration ? `, ${lesson.airplane.registration}` : ''} · ${numberText(lesson.conditions.weightLb)} lb`}
      />
      <div className="page">
        {asked?.table && (
          <MappingDialog
            key={asked.table.key}
            fileName={asked.file.name}
            head={asked.table.head}
            rows={asked.table.rows}
            remembered={asked.table.remembered}
            problem={problem}
            use={answer}
            close={forget}
          />
        )}
        {differing && (
          <AssumesDialog
            fileName={differing.file.name}
            differs={differences(differing.peek, lesson, shownZone())}
            farNm={farFromField(differing.peek, me?.position)}
            names={new Map((airplanes.data ?? []).map(({ id, name }) => [id, name]))}
            use={settle}
            close={leave}
          />
        )}
        {problem && (
          <div className="sheet row" role="alert">
            <span>
              <strong>The file was not saved.</strong> {problem}
            </span>
          </div>
        )}
        {work && (
          <WorkProgress
            work={work}
            fraction={scoring.data?.progress ?? 0}
            status={scoring.data?.status}
            open={() => work.step === 'scoring' && navigate(`/debrief/${work.id}`)}
            stop={stop}
          />
        )}
        <div className="columns fly-columns">
          <div className="stack">
            <section className="sheet fly-trainer">
              <div className="stack">
                <h2>Practise in the trainer</h2>
                <p>
                  The sight picture from the left seat, the basic instruments, and this lesson’s card beside
                  them. A synthetic instructor demonstrates, takes the controls and gives them back.
                </p>
                <p className="quiet small">
                  It shows skill. It completes no solo requirement, never enters the logbook, and can’t teach
                  the feel of rudder or load.
                </p>
              </div>
              <Button
                component={Link}
                to={`/fly/${lesson.id}/trainer`}
                size="md"
                leftSection={<IconPlaneInflight size={20} aria-hidden />}
              >
                Open the trainer
              </Button>
            </section>
            {!readOnly && (
              <section className="sheet row spread">
                <div>
                  <h2>In the airplane</h2>
                  <p className="quiet small">
                    On a tablet on your knee: two zones to hit without looking, marks with a name, who flew.
                    It works without a network.
                  </p>
                </div>
                <Button
                  component={Link}
                  to={`/seat/${lesson.id}`}
                  variant="default"
                  style={{ flexShrink: 0 }}
                >
                  Right-seat view
                </Button>
              </section>
            )}
            {!readOnly && (
              <AgreementFirst student={lesson.student}>
                <Attach attach={attach} busy={busy} />
              </AgreementFirst>
            )}
            {!readOnly && flown.length === 0 && <AtTheDesk lesson={lesson} />}
            <Recordings title="Attached to this lesson" recordings={flown} />
            <Recordings title="Practice beside this lesson" recordings={practice} />
            {!readOnly && <Demonstration fly={fly} lesson={lesson} busy={busy} />}
          </div>
          <WhatMatters lesson={lesson} />
        </div>
      </div>
    </>
  );
}
