/** Fly: practise in the trainer, attach the flight's recording, or have a maneuver shown by the synthetic pilot. */
import {
  type Created,
  type DemonstrationRequest,
  type FindingId,
  findRoom,
  HABITS,
  type HabitIn,
  type Lesson,
  type Mapping,
  USUAL_MANEUVER,
} from '@keel/core';
import { Button, Progress, SegmentedControl, Select } from '@mantine/core';
import { IconFileUpload, IconPlaneInflight } from '@tabler/icons-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Link, useNavigate, useParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { answered, api, messageOf, read, upload } from '../api/client.ts';
import { useForgetLessons, useForgetPath, useLesson, useMe, useRecording } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { Figure } from '../parts/Figure.tsx';
import { dayAndTime, heading, numberText, speedIn } from '../parts/format.ts';
import { Waiting } from '../parts/states.tsx';
import { VSpeed } from '../parts/VSpeed.tsx';
import { MappingDialog } from './attach/MappingDialog.tsx';
import { type Prepared, prepare, recordingForm } from './attach/prepare.ts';
import './fly.css';

export function FlyPage() {
  const { lessonId } = useParams();
  const lesson = useLesson(lessonId);
  useSetCurrent({
    lessonId,
    recordingId: lesson.data?.recordings[0]?.id,
    studentId: lesson.data?.student.id,
  });
  if (!lesson.data) return <Waiting query={lesson} what="the lesson" />;
  return <Fly lesson={lesson.data} />;
}

/** What is under way: the file going up, being read, being scored. */
type Work = { step: 'sending' | 'reading'; fraction: number } | { step: 'scoring'; id: string } | null;

function Fly({ lesson }: { lesson: Lesson }) {
  const { data: me } = useMe();
  const [work, setWork] = useState<Work>(null);
  const [problem, setProblem] = useState<string | null>(null);
  /** A table of another make, whose columns somebody has to name. */
  const [asked, setAsked] = useState<Prepared | null>(null);
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const forgetPath = useForgetPath(lesson.student.id);
  const forgetLessons = useForgetLessons();
  const scoring = useRecording(work?.step === 'scoring' ? work.id : undefined);
  const readOnly = me?.role === 'student';

  const finish = async (created: Created) => {
    setWork({ step: 'scoring', id: created.id });
    await Promise.all([mutate(`/lessons/${lesson.id}`), forgetLessons(), forgetPath()]);
    if (created.duplicate) navigate(`/debrief/${created.id}?known=1`);
  };
  const failed = (error: unknown) => {
    setWork(null);
    setProblem(messageOf(error));
  };

  const send = async (prepared: Prepared, mapping: Mapping | null) => {
    setAsked(null);
    setWork({ step: 'sending', fraction: 0 });
    await upload(recordingForm(prepared, lesson, mapping), (fraction) =>
      setWork({ step: fraction < 1 ? 'sending' : 'reading', fraction }),
    ).then(finish, failed);
  };
  const attach = async (file: File) => {
    setProblem(null);
    const prepared = await prepare(file).catch(failed);
    if (!prepared) return;
    // A header that was seen before needs no second answer.
    if (prepared.table && !prepared.table.remembered) setAsked(prepared);
    else await send(prepared, prepared.table?.remembered ?? null);
  };
  const answer = async (mapping: Mapping) => {
    if (!asked?.table) return;
    await answered(
      api['column-mappings'][':key'].$put({ param: { key: asked.table.key }, json: mapping }),
    ).catch(failed);
    await send(asked, mapping);
  };
  const fly = async (request: DemonstrationRequest) => {
    setProblem(null);
    setWork({ step: 'reading', fraction: 1 });
    await read(api.lessons[':id'].demonstration.$post({ param: { id: lesson.id }, json: request })).then(
      finish,
      failed,
    );
  };

  // The slice of the lesson that can be drawn and scored.
  const card = lesson.cards.find(({ maneuver }) => maneuver === USUAL_MANEUVER) ?? lesson.cards[0];
  const unit = lesson.airplane.speedUnit;
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
            remembered={asked.table.remembered}
            use={answer}
            close={() => setAsked(null)}
          />
        )}
        {problem && (
          <div className="sheet row" role="alert">
            <span>
              <strong>The file was not kept.</strong> {problem}
            </span>
          </div>
        )}
        {work && (
          <WorkProgress
            work={work}
            fraction={scoring.data?.progress ?? 0}
            status={scoring.data?.status}
            open={() => work.step === 'scoring' && navigate(`/debrief/${work.id}`)}
            stop={() =>
              work.step === 'scoring' &&
              answered(api.recordings[':id'].stop.$post({ param: { id: work.id } })).catch(failed)
            }
          />
        )}
        <div className="columns fly-columns">
          <div className="stack">
            <section className="sheet fly-trainer">
              <div className="stack">
                <h2>Practise in the trainer</h2>
                <p>
                  The sight picture from the left seat, the basic instruments, and this lesson’s card beside
                  them. An instructor at hand shows it, takes over and gives back.
                </p>
                <p className="quiet small">
                  It shows skill. It closes no gate, never enters the logbook, and can’t teach the feel of the
                  rudder or of the load.
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
            {!readOnly && <Attach attach={attach} busy={work !== null && work.step !== 'scoring'} />}
            {lesson.recordings.length > 0 && (
              <section className="sheet stack">
                <h2>Attached to this lesson</h2>
                {lesson.recordings.map(({ id, fileName, flownIn }) => (
                  <Link key={id} to={`/debrief/${id}`}>
                    {fileName}
                    {flownIn === 'trainer' && ' (trainer)'}
                  </Link>
                ))}
              </section>
            )}
            {!readOnly && (
              <Demonstration fly={fly} lesson={lesson} busy={work !== null && work.step !== 'scoring'} />
            )}
          </div>
          <section className="sheet stack" aria-label="What matters now">
            <h2>{card?.title ?? 'What matters now'}</h2>
            {card && (
              <div className="fly-figures">
                <Figure
                  label="Altitude"
                  value={numberText(card.entry.altitudeFt)}
                  unit="ft"
                  note={`floor ${numberText(card.entry.floorFt)}`}
                />
                <Figure
                  label="Airspeed"
                  value={
                    card.entry.airspeedKias === null
                      ? '—'
                      : numberText(speedIn(card.entry.airspeedKias, unit))
                  }
                  unit={unit}
                  note={
                    <>
                      <VSpeed of="A" /> {numberText(Math.floor(speedIn(card.vaKias, unit)))}
                    </>
                  }
                />
                <Figure label="Bank" value={card.bankDeg} unit="°" />
                <Figure
                  label="Roll out"
                  value={
                    card.turn
                      ? `${heading(card.turn.rollOutHeadingsDeg.left)} / ${heading(card.turn.rollOutHeadingsDeg.right)}`
                      : '—'
                  }
                  unit="°"
                  note="left / right"
                />
              </div>
            )}
            <Link to={`/brief/${lesson.id}`}>The whole card</Link>
            <Caution>
              Nothing here is a flight instrument, and nothing here signs anyone off. The airplane’s handbook,
              local rules and your instructor come first. Do not look at a screen in a turn.
            </Caution>
          </section>
        </div>
      </div>
    </>
  );
}

function WorkProgress(props: {
  work: Exclude<Work, null>;
  fraction: number;
  status?: string;
  open: () => void;
  /** Stops the scoring; the file is kept. */
  stop: () => void;
}) {
  const { work, status } = props;
  const done = status === 'analysed';
  const words =
    work.step === 'sending'
      ? 'Sending the file'
      : work.step === 'reading'
        ? 'Reading it'
        : done
          ? 'Scored. The attempts are at Debrief.'
          : status === 'refused'
            ? 'The analysis stopped; open it to score it again.'
            : 'Finding and scoring the attempts';
  const value = work.step === 'scoring' ? (done ? 1 : props.fraction) : work.fraction * 0.5;
  return (
    <section className="sheet stack" aria-live="polite">
      <div className="row spread">
        <strong>{words}</strong>
        {(done || status === 'refused') && <Button onClick={props.open}>Go to Debrief</Button>}
        {status === 'analysing' && (
          <Button variant="default" onClick={props.stop}>
            Stop
          </Button>
        )}
      </div>
      <Progress value={100 * value} aria-label={words} animated={!done} />
    </section>
  );
}

function Attach({ attach, busy }: { attach: (file: File) => void; busy: boolean }) {
  const [refused, setRefused] = useState<string | null>(null);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    disabled: busy,
    maxSize: 50 * 1024 * 1024,
    onDropAccepted: ([file]) => {
      setRefused(null);
      attach(file);
    },
    onDropRejected: () => setRefused('One file at a time, 50 MB at most.'),
  });
  return (
    <section className="sheet">
      <h2>Attach a recording</h2>
      <div {...getRootProps({ className: 'drop', 'data-over': isDragActive || undefined })}>
        <input {...getInputProps({ 'aria-label': 'Recording file' })} />
        <IconFileUpload size={34} stroke={1.4} aria-hidden />
        <p>
          <strong>Drop the flight’s recording here</strong>
          <br />
          <span className="quiet">
            A Recording CSV with time, altitude, airspeed and heading; bank, positions and the rest if you
            have them. A table of another make: you say once what its columns are. Or a log of positions
            alone, GPX 1.1, IGC or NMEA 0183: the wind is then worked out from the turns, and slow flight and
            stalls are named without a verdict.
          </span>
        </p>
        <Button variant="default" onClick={open} disabled={busy}>
          Choose a file
        </Button>
      </div>
      {refused && <p role="alert">{refused}</p>}
      <p className="quiet small">
        The original file is kept as it is and can be downloaded again at Debrief.
      </p>
    </section>
  );
}

/** A finding's name as words. */
const wordsOf = (id: string): string => (id.split('/')[1] ?? id).replaceAll('-', ' ');

function Demonstration(props: {
  lesson: Lesson;
  fly: (request: DemonstrationRequest) => void;
  busy: boolean;
}) {
  // As the lesson has them, not as they are learned.
  const maneuvers = [...new Set(props.lesson.items.map(({ maneuver }) => maneuver))];
  const [maneuver, setManeuver] = useState(maneuvers[0]);
  const [habit, setHabit] = useState<FindingId | 'none'>('none');
  const [habitIn, setHabitIn] = useState<HabitIn>('first');
  const turns = props.lesson.cards.some(
    (card) => card.maneuver === maneuver && (card.variant === 'left' || card.variant === 'right'),
  );
  return (
    <section className="sheet stack">
      <h2>Have it shown</h2>
      <p>
        The synthetic pilot flies a maneuver from this lesson’s card, as it should be or with the habit that
        you choose, and it is scored like any recording. It shows what a fault looks like at Debrief, and
        never counts toward solo.
      </p>
      <div className="row" style={{ alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <Select
          label="Maneuver"
          style={{ flex: 1, minWidth: 170 }}
          allowDeselect={false}
          value={maneuver}
          onChange={(value) => {
            const chosen = maneuvers.find((id) => id === value);
            if (!chosen) return;
            setManeuver(chosen);
            setHabit('none');
          }}
          data={maneuvers.map((id) => ({ value: id, label: findRoom(id)?.title ?? id }))}
        />
        <Select
          label="Habit"
          style={{ flex: 1, minWidth: 200 }}
          allowDeselect={false}
          searchable
          value={habit}
          onChange={(value) => setHabit(HABITS.find((id) => id === value) ?? 'none')}
          data={[
            { value: 'none', label: 'none: as it should be' },
            ...HABITS.filter((id) => id.startsWith(`${maneuver}/`)).map((id) => ({
              value: id,
              label: wordsOf(id),
            })),
          ]}
        />
        {turns && (
          <SegmentedControl
            aria-label="In which turn"
            value={habitIn}
            onChange={(value) => setHabitIn(value as HabitIn)}
            data={[
              { value: 'first', label: 'Left' },
              { value: 'second', label: 'Right' },
              { value: 'both', label: 'Both' },
            ]}
          />
        )}
        <Button
          variant="default"
          disabled={props.busy}
          onClick={() =>
            props.fly({ maneuver, habit, habitIn, seed: 1 + Math.floor(Math.random() * 99_000) })
          }
        >
          Fly it
        </Button>
      </div>
    </section>
  );
}
