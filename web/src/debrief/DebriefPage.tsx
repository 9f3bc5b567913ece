/** Debrief: was it within the standard, what went first, and why? */
import {
  type AttemptSaid,
  type Judge,
  type RecordingView,
  readSaid,
  sortSaid,
  standingVerdict,
} from '@keel/core';
import { Button, Kbd, Modal, Progress, SegmentedControl, TextInput } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { useSWRConfig } from 'swr';
import { messageOf, post } from '../api/client.ts';
import { useKeel, useMe, useRecording } from '../api/hooks.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { clock, dayAndTime, heading, maneuverName, say as sayNumber } from '../parts/format.ts';
import { SmallKeel } from '../parts/SmallKeel.tsx';
import { Empty, Failed, Loading } from '../parts/states.tsx';
import { FlightStrip } from './FlightStrip.tsx';
import { InstructorGrading, SelfGrade, StudentWords } from './Grading.tsx';
import { KeelChart } from './KeelChart.tsx';
import { PlanView } from './PlanView.tsx';
import { useSay } from './use-say.ts';
import { VERDICT_WORDS, Verdict } from './Verdict.tsx';
import { itemsOf, WhatHappened } from './WhatHappened.tsx';
import { HELP_WORDS, helpName, sayHelp } from './WhoFlew.tsx';
import './debrief.css';

export function DebriefPage() {
  const { recordingId } = useParams();
  const recording = useRecording(recordingId);
  useSetCurrent({
    recordingId,
    lessonId: recording.data?.lessonId ?? undefined,
    studentId: recording.data?.student.id,
  });
  if (recording.error) {
    return (
      <div className="page">
        <Failed error={recording.error} retry={() => recording.mutate()} />
      </div>
    );
  }
  if (!recording.data) {
    return (
      <div className="page">
        <Loading what="the recording" />
      </div>
    );
  }
  return <Debrief key={recordingId} recording={recording.data} />;
}

function Debrief({ recording }: { recording: RecordingView }) {
  const { data: me } = useMe();
  const [search] = useSearchParams();
  const { mutate } = useSWRConfig();
  const [judge, setJudge] = useState<Judge>(recording.score?.judge ?? 'examiner');
  const [selected, setSelected] = useState(() => Number(search.get('attempt') ?? 0));
  const [shown, setShown] = useState<ReadonlySet<number>>(new Set());
  const [busy, setBusy] = useState(false);

  const attempts = recording.score?.attempts ?? [];
  const { byAttempt, orphans } = sortSaid(attempts, recording.said);
  const said = byAttempt.map((list) => readSaid(list));
  const isStudent = me?.role === 'student';
  const open = (i: number) =>
    !isStudent || shown.has(i) || said[i]?.selfGrade !== null || said[i]?.flownBy === 'instructor';
  const verdicts = attempts.map((attempt, i) => standingVerdict(attempt[judge], said[i]));
  const lapses = attempts.map((attempt) => attempt.strict !== attempt.examiner);
  const index = Math.min(selected, Math.max(0, attempts.length - 1));

  const rescore = async () => {
    setBusy(true);
    try {
      const { changes } = await post<{ changes: string[] }>(`/recordings/${recording.id}/rescore`, {});
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
        about={`${dayAndTime(recording.flownAt)} · ${recording.airplane.name}${recording.airplane.registration ? `, ${recording.airplane.registration}` : ''}${recording.score?.weightLb ? ` · ${sayNumber(recording.score.weightLb)} lb` : ''}`}
      >
        <span className="quiet small nowrap">{recording.standard.shortName}</span>
        <SegmentedControl
          aria-label="Judge"
          value={judge}
          onChange={(value) => setJudge(value as Judge)}
          data={[
            { value: 'strict', label: 'Strict' },
            { value: 'examiner', label: 'Examiner' },
          ]}
        />
        {!isStudent && recording.score && (
          <Button variant={recording.outdated ? 'filled' : 'default'} loading={busy} onClick={rescore}>
            Score again
          </Button>
        )}
        <Button component="a" variant="default" href={`/api/recordings/${recording.id}/file`} download>
          Original file
        </Button>
      </TitleBar>
      <div className="page">
        {search.get('known') && (
          <p className="sheet">
            This very file was attached to this student before; here is what is known of it.
          </p>
        )}
        {recording.flownIn === 'drawn' && (
          <p className="sheet">
            <strong>Drawn, not flown.</strong> A demonstration made by formulas. It shows what a fault looks
            like and never counts toward solo.
          </p>
        )}
        {recording.outdated && !isStudent && (
          <p className="sheet">
            This score was worked out by an older version. “Score again” says what a newer one changes.
          </p>
        )}
        {recording.status === 'analysing' && <Analysing progress={recording.progress} />}
        {recording.status === 'refused' && (
          <Failed error={new Error(recording.refusal ?? '')} retry={rescore} />
        )}
        {recording.score && attempts.length === 0 && (
          <Empty title="No steep turn was found">
            A steep turn is 36° of bank or more, held over 45° of turn.{' '}
            {recording.score.recording.warnings.join('; ')}.
          </Empty>
        )}
        {attempts.length > 0 && (
          <>
            <FlightStrip
              recording={recording}
              said={said}
              verdicts={verdicts}
              lapses={lapses}
              showVerdicts={attempts.map((_, i) => open(i))}
              selected={index}
              select={setSelected}
            />
            <AttemptView
              key={`${index}-${recording.scoredAt}`}
              recording={recording}
              index={index}
              judge={judge}
              said={said[index]}
              isStudent={isStudent}
              open={open(index)}
              show={() => setShown(new Set([...shown, index]))}
              select={(next) => setSelected(Math.max(0, Math.min(attempts.length - 1, next)))}
            />
            <AttemptList
              recording={recording}
              said={said}
              verdicts={verdicts}
              open={open}
              selected={index}
              select={setSelected}
            />
          </>
        )}
        {orphans.length > 0 && (
          <section className="sheet">
            <h3>Said of what is no longer found</h3>
            <ul className="words">
              {orphans.map((one) => (
                <li key={one.id}>
                  {describeOrphan(one.body)}{' '}
                  <span className="quiet small">
                    {clock(one.body.startS)} to {clock(one.body.endS)}, {one.authorName}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        {recording.score && recording.score.recording.warnings.length > 0 && attempts.length > 0 && (
          <p className="small quiet">Of the recording: {recording.score.recording.warnings.join('; ')}.</p>
        )}
      </div>
    </>
  );
}

function describeOrphan(body: RecordingView['said'][number]['body']): string {
  if (body.kind === 'comment' || body.kind === 'mark' || body.kind === 'next-time') return body.text;
  if (body.kind === 'grade' || body.kind === 'self-grade') return `${body.kind} ${body.grade}`;
  if (body.kind === 'help') return body.help;
  return body.kind;
}

const Analysing = ({ progress }: { progress: number }) => (
  <section className="sheet stack" aria-live="polite">
    <strong>Finding and scoring the attempts</strong>
    <Progress value={100 * progress} animated aria-label="Analysis" />
  </section>
);

function AttemptView(props: {
  recording: RecordingView;
  index: number;
  judge: Judge;
  said: AttemptSaid;
  isStudent: boolean;
  open: boolean;
  show: () => void;
  select: (attempt: number) => void;
}) {
  const { recording, index, judge, said, isStudent, open } = props;
  const attempt = recording.score!.attempts[index];
  const keel = useKeel(recording.id, index, recording.scoredAt);
  const say = useSay(recording, attempt);
  const [cursorS, setCursorS] = useState(attempt.chain[0]?.peakS ?? (attempt.startS + attempt.endS) / 2);
  const [marking, setMarking] = useState(false);

  const next = (times: number[]) => {
    const sorted = [...times].sort((a, b) => a - b);
    const after = sorted.find((atS) => atS > cursorS + 0.05) ?? sorted[0];
    if (after !== undefined) setCursorS(after);
  };
  useHotkeys([
    ['[', () => props.select(index - 1)],
    [']', () => props.select(index + 1)],
    ['n', () => next(attempt.chain.map(({ peakS }) => peakS))],
    ['f', () => next(itemsOf(attempt).map(({ atS }) => atS))],
    ['m', () => setMarking(true)],
    ...(['1', '2', '3', '4'].map((key): [string, () => void] => [
      key,
      () =>
        isStudent
          ? !open && say({ kind: 'self-grade', grade: Number(key), beforeVerdict: true })
          : say({ kind: 'grade', grade: Number(key) }),
    ]) as [string, () => void][]),
    ...HELP_WORDS.map(({ key, help }): [string, () => void] => [key, () => !isStudent && sayHelp(say, help)]),
  ]);

  return (
    <div className="columns debrief-columns">
      <section className="sheet" aria-label="Keel chart">
        <div className="row spread" style={{ alignItems: 'baseline', flexWrap: 'wrap' }}>
          <div className="row" style={{ alignItems: 'baseline', flexWrap: 'wrap' }}>
            <h2 style={{ fontSize: '1.18rem' }}>{maneuverName(attempt.maneuver, attempt.variant)}</h2>
            <span className="quiet small">
              attempt {index + 1} · {helpName(said.help)} · {clock(attempt.endS - attempt.startS)} · entered{' '}
              {heading(attempt.targets.headingDeg)}°
              {attempt.inheritsEntry && ', reversed out of the turn before'}
            </span>
          </div>
          <span className="small quiet no-print nowrap">
            <Kbd>[</Kbd> <Kbd>]</Kbd> attempt <Kbd>n</Kbd> next excursion
          </span>
        </div>
        {open ? (
          <>
            <p className="went-first">
              {attempt.wentFirst ? <WentFirst sentence={attempt.wentFirst} /> : 'Nothing left its band.'}
            </p>
            {keel.error && <Failed error={keel.error} />}
            {!keel.data && !keel.error && <Loading what="the keel" />}
            {keel.data && (
              <KeelChart
                attempt={attempt}
                trace={keel.data}
                speedUnit={recording.airplane.speedUnit}
                cursorS={cursorS}
                setCursorS={setCursorS}
              />
            )}
            {attempt.brief && (
              <p className="small quiet">
                Briefed: {sayNumber(attempt.brief.altitudeFt ?? 0)} ft, entered at{' '}
                {sayNumber(attempt.targets.altitudeFt)}; {sayNumber(attempt.brief.airspeedKt ?? 0)} kt,
                entered at {sayNumber(attempt.targets.airspeedKt)}. Altitude and airspeed are judged from the
                entry.
              </p>
            )}
          </>
        ) : (
          <p className="quiet" style={{ margin: '14px 0' }}>
            The keel and the verdict are shown once you have graded the attempt yourself.
          </p>
        )}
      </section>
      <div className="stack">
        {open ? (
          <>
            <Verdict
              attempt={attempt}
              judge={judge}
              standing={standingVerdict(attempt[judge], said)}
              override={said.override}
              discontinued={said.discontinued}
              speedUnit={recording.airplane.speedUnit}
            />
            <WhatHappened attempt={attempt} cursorS={cursorS} show={setCursorS} />
            {isStudent ? (
              <StudentWords said={said} />
            ) : (
              <InstructorGrading
                attempt={attempt}
                said={said}
                say={say}
                studentName={recording.student.name.split(' ')[0]}
              />
            )}
            {keel.data?.track && (
              <section className="sheet">
                <PlanView trace={keel.data} attempt={attempt} cursorS={cursorS} />
              </section>
            )}
          </>
        ) : (
          <SelfGrade
            graded={false}
            choose={(grade) => say({ kind: 'self-grade', grade, beforeVerdict: true })}
            showNow={props.show}
          />
        )}
      </div>
      <MarkDialog
        opened={marking}
        close={() => setMarking(false)}
        at={clock(cursorS - attempt.startS)}
        keep={(text) => say({ kind: 'mark', atS: cursorS, text })}
      />
    </div>
  );
}

function WentFirst({ sentence }: { sentence: string }) {
  const colon = sentence.indexOf(':');
  return (
    <>
      <strong>{sentence.slice(0, colon + 1)}</strong>
      {sentence.slice(colon + 1)}
    </>
  );
}

function MarkDialog(props: {
  opened: boolean;
  close: () => void;
  at: string;
  keep: (text: string) => Promise<boolean>;
}) {
  const [text, setText] = useState('');
  const keep = async () => {
    if (!(await props.keep(text))) return;
    setText('');
    props.close();
  };
  return (
    <Modal opened={props.opened} onClose={props.close} title={<strong>Mark {props.at}</strong>}>
      <form
        className="row"
        style={{ alignItems: 'flex-end' }}
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <TextInput
          data-autofocus
          label="What happened here"
          style={{ flex: 1 }}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <Button type="submit" disabled={!text.trim()}>
          Keep
        </Button>
      </form>
    </Modal>
  );
}

/** Every attempt with its small keel. */
function AttemptList(props: {
  recording: RecordingView;
  said: AttemptSaid[];
  verdicts: string[];
  open: (attempt: number) => boolean;
  selected: number;
  select: (attempt: number) => void;
}) {
  const { recording, said, verdicts, open } = props;
  return (
    <section className="attempts" aria-label="All attempts">
      {recording.score!.attempts.map((attempt, i) => (
        <button
          // biome-ignore lint/suspicious/noArrayIndexKey: an attempt is its place in the flight
          key={i}
          type="button"
          className="sheet"
          aria-current={i === props.selected || undefined}
          onClick={() => props.select(i)}
        >
          <strong>
            {i + 1}. {maneuverName(attempt.maneuver, attempt.variant)}
          </strong>
          <span className="small quiet">
            {helpName(said[i].help)}
            {said[i].grade !== null && ` · grade ${said[i].grade}`}
          </span>
          {open(i) ? (
            <>
              <SmallKeel lanes={recording.keels[i] ?? []} width={200} />
              <span className="small">{VERDICT_WORDS[verdicts[i] as keyof typeof VERDICT_WORDS]}</span>
            </>
          ) : (
            <span className="small quiet">grade it first</span>
          )}
        </button>
      ))}
    </section>
  );
}
