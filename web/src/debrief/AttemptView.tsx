/** One attempt: its keel, its verdict, what happened, and what is said of it. */
import {
  type AttemptStatements,
  briefedSaid,
  happened,
  type Judge,
  type LessonStatements,
  type RecordingView,
  type StatementBody,
  standingVerdict,
  unitsFor,
  wentFirst,
} from '@keel/core';
import { Button, Kbd, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useKeel } from '../api/hooks.ts';
import { useShortcuts } from '../frame/shortcuts.ts';
import { Dialog } from '../parts/Dialog.tsx';
import { attemptName, clock, heading } from '../parts/format.ts';
import { Sentence } from '../parts/Sentence.tsx';
import { Failed, Loading } from '../parts/states.tsx';
import { AirFelt } from './AirFelt.tsx';
import { AttemptLanes } from './AttemptLanes.tsx';
import { BriefDeviations } from './BriefDeviations.tsx';
import type { Span } from './edges.ts';
import { GradeBar, MoreOfAttempt, SelfGrade, StudentWords } from './Grading.tsx';
import { addHelp, HELP_WORDS, helpName, isOfferedIn } from './help-words.ts';
import type { AlikeIn } from './Requirements.tsx';
import { type Again, SeeAgain } from './SeeAgain.tsx';
import { type NewStatement, useAddStatement, useAddStatementTo } from './use-statements.ts';
import { Verdict } from './Verdict.tsx';
import { showInVideo } from './video/open-videos.ts';
import { WhatHappened } from './WhatHappened.tsx';

export function AttemptView(props: {
  recording: RecordingView;
  index: number;
  judge: Judge;
  chooseJudge: (judge: Judge) => void;
  /** What was said of each attempt, in the recording's order. */
  statementsOfAll: AttemptStatements[];
  lesson: LessonStatements;
  addLessonStatement: (body: NewStatement) => Promise<boolean>;
  isStudent: boolean;
  open: boolean;
  show: () => void;
  select: (attempt: number) => void;
  cursorS: number;
  setCursorS: (atS: number) => void;
  again: Again;
  setAgain: (again: Again) => void;
}) {
  const { recording, index, judge, statementsOfAll, lesson, isStudent, open, cursorS, setCursorS } = props;
  const statements = statementsOfAll[index];
  const attempt = recording.score!.attempts[index];
  const keel = useKeel(recording.id, index, recording.scoredAt);
  const addStatement = useAddStatement(recording, attempt);
  const addStatementTo = useAddStatementTo(recording);
  const [marking, setMarking] = useState(false);
  const [edges, setEdges] = useState<Span | null>(null);

  const marks = statements.all.flatMap(({ id, body }) =>
    body.kind === 'mark' ? [{ id, atS: body.atS, text: body.text }] : [],
  );

  /** The next of some moments after the cursor, or before it; from the last it goes round to the first. */
  const step = (times: number[], way: 1 | -1) => {
    const sorted = [...times].sort((a, b) => way * (a - b));
    const found = sorted.find((atS) => way * (atS - cursorS) > 0.05) ?? sorted[0];
    if (found !== undefined) setCursorS(found);
  };
  const alike: AlikeIn = (isUnknown) => {
    const others = (recording.score?.attempts ?? []).filter(
      (other) => other !== attempt && other.maneuver === attempt.maneuver && isUnknown(other),
    );
    return {
      count: others.length,
      tell: async (body: NewStatement) => {
        for (const { startS, endS, maneuver } of others)
          if (!(await addStatementTo({ ...body, startS, endS, maneuver } as StatementBody))) return false;
        return true;
      },
    };
  };
  const showFinding = (atS: number) => {
    setCursorS(atS);
    showInVideo(atS);
  };
  const excursions = () => attempt.chain.map(({ peakS }) => peakS);
  const units = unitsFor(recording.airplane);
  const first = wentFirst(attempt, units);
  const findings = () => happened(attempt, units).map(({ atS }) => atS);
  useShortcuts({
    attemptBefore: () => props.select(index - 1),
    attemptAfter: () => props.select(index + 1),
    excursionAfter: () => step(excursions(), 1),
    excursionBefore: () => step(excursions(), -1),
    findingAfter: () => step(findings(), 1),
    findingBefore: () => step(findings(), -1),
    picture: () => props.setAgain('picture'),
    replay: () => props.setAgain('replay'),
    compare: () => props.setAgain('compare'),
    above: () => props.setAgain('above'),
    video: () => props.setAgain('video'),
    mark: () => setMarking(true),
    grade: (nth) => {
      if (!isStudent) addStatement({ kind: 'grade', grade: nth + 1 });
      else if (!open) addStatement({ kind: 'self-grade', grade: nth + 1, beforeVerdict: true });
    },
    whoFlew: (nth) => {
      const { help } = HELP_WORDS[nth];
      if (!isStudent && isOfferedIn(help, attempt.maneuver)) addHelp(addStatement, help);
    },
  });

  return (
    <div className="columns debrief-columns">
      <div className="stack">
        <section className="sheet" aria-label="Keel chart">
          <div className="row spread" style={{ alignItems: 'baseline', flexWrap: 'wrap' }}>
            <div className="row" style={{ alignItems: 'baseline', flexWrap: 'wrap' }}>
              <h2 style={{ fontSize: '1.18rem' }}>{attemptName(attempt)}</h2>
              <span className="quiet small">
                attempt {index + 1} · {helpName(statements.help)} · {clock(attempt.endS - attempt.startS)} ·
                entered {heading(attempt.targets.headingDeg)}°
                {attempt.inheritsEntry && ', reversed from the turn before'}
                {(attempt.air || !isStudent) && (
                  <>
                    {' '}
                    · <AirFelt air={attempt.air} units={units} tell={isStudent ? undefined : addStatement} />
                  </>
                )}
              </span>
            </div>
            <span className="small quiet no-print nowrap by-keys">
              <Kbd>[</Kbd> <Kbd>]</Kbd> attempt <Kbd>n</Kbd> next deviation
            </span>
          </div>
          {open ? (
            <>
              <p className="went-first">
                {first ? (
                  <>
                    {first.head.length > 0 && (
                      <strong>
                        <Sentence said={first.head} />:{' '}
                      </strong>
                    )}
                    <Sentence said={first.rest} show={showFinding} />.
                  </>
                ) : (
                  'Stayed within tolerance throughout.'
                )}
              </p>
              {keel.error && <Failed error={keel.error} />}
              {!keel.data && !keel.error && <Loading what="the keel" />}
              {keel.data && (
                <AttemptLanes
                  attempt={attempt}
                  trace={keel.data}
                  speedUnit={recording.airplane.speedUnit}
                  cursorS={cursorS}
                  setCursorS={setCursorS}
                  marks={marks}
                  edges={edges}
                  setEdges={setEdges}
                />
              )}
              {attempt.brief && (
                <p className="small quiet">
                  {briefedSaid(attempt.brief, attempt.targets, units)} Altitude and airspeed are judged from
                  the entry.
                </p>
              )}
            </>
          ) : (
            <p className="quiet" style={{ margin: '14px 0' }}>
              The keel and the verdict are shown once you have graded the attempt yourself.
            </p>
          )}
        </section>
        {open && keel.data && (
          <SeeAgain
            recording={recording}
            attempt={attempt}
            index={index}
            statements={statementsOfAll}
            judge={judge}
            trace={keel.data}
            cursorS={cursorS}
            setCursorS={setCursorS}
            shown={props.again}
            show={props.setAgain}
          />
        )}
      </div>
      <div className="debrief-side">
        {open ? (
          <>
            {!isStudent && (
              <GradeBar
                attempt={attempt}
                statements={statements}
                addStatement={addStatement}
                studentName={recording.studentId === null ? null : recording.student.name.split(' ')[0]}
              />
            )}
            <div className="debrief-side-read stack">
              <Verdict
                attempt={attempt}
                judge={judge}
                standing={standingVerdict(attempt[judge], statements)}
                override={statements.override}
                discontinued={statements.discontinued}
                speedUnit={recording.airplane.speedUnit}
                examinerFigures={recording.score?.examinerFigures}
                trace={keel.data}
                show={showFinding}
                tell={isStudent ? undefined : addStatement}
                alike={alike}
              />
              <WhatHappened
                attempt={attempt}
                units={units}
                cursorS={cursorS}
                show={showFinding}
                statements={statements}
                parked={lesson.parked}
                park={
                  isStudent
                    ? undefined
                    : (finding) => props.addLessonStatement({ kind: 'park', finding, parked: true })
                }
              />
              <BriefDeviations judge={judge} choose={props.chooseJudge} />
              {isStudent ? (
                <StudentWords statements={statements} addStatement={addStatement} />
              ) : (
                <MoreOfAttempt
                  attempt={attempt}
                  next={recording.score!.attempts[index + 1]}
                  cursorS={cursorS}
                  edges={edges}
                  setEdges={setEdges}
                  standard={attempt.judgedBy ?? recording.score?.standard}
                  statements={statements}
                  addStatement={addStatement}
                />
              )}
            </div>
          </>
        ) : (
          <SelfGrade
            choose={(grade) => addStatement({ kind: 'self-grade', grade, beforeVerdict: true })}
            showNow={props.show}
          />
        )}
      </div>
      <MarkDialog
        opened={marking}
        close={() => setMarking(false)}
        at={clock(cursorS - attempt.startS)}
        keep={(text) => addStatement({ kind: 'mark', atS: cursorS, text })}
      />
    </div>
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
    <Dialog opened={props.opened} onClose={props.close} title={<strong>Mark {props.at}</strong>}>
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
          Save the mark
        </Button>
      </form>
    </Dialog>
  );
}
