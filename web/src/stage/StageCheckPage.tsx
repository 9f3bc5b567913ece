/** One stage check: the oral part, the flight, the end; to the student what is flown and, once it is closed, the result. */
import { type StageCheck, stageStateName, variantAfter } from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { IconPrinter } from '@tabler/icons-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { answered, api } from '../api/client.ts';
import { useMe, useStageCheck } from '../api/hooks.ts';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { dayAndTime } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';
import { Waiting } from '../parts/states.tsx';
import { MarkLine } from './MarkLine.tsx';
import { Retraining } from './Retraining.tsx';
import './stage.css';

export function StageCheckPage() {
  const { checkId = '' } = useParams();
  const check = useStageCheck(checkId);
  const { data: me } = useMe();
  if (!check.data || !me) return <Waiting query={check} what="the stage check" />;
  const { student, checker, designatedBy, plannedAt, state, plan, closedAt, byOwnInstructor } = check.data;
  const marks = check.data.marks;
  const marking = me.id === checker.id && closedAt === null;
  const oralDone = plan.questions.every(({ id }) => marks.questions[id]?.mark === 'satisfactory');
  return (
    <>
      <TitleBar
        title={`Stage check: ${student.name}`}
        about={`${dayAndTime(plannedAt)} · ${checker.name} checks · ${stageStateName(state)}`}
      >
        <Button component={Link} to={`/path/${student.id}`} variant="default">
          The path
        </Button>
        {me.role !== 'student' && (
          <Button component={Link} to={`/brief/${check.data.lessonId}`} variant="default">
            Cards and kneeboard
          </Button>
        )}
        {marking && oralDone && (
          <Button component={Link} to={`/seat/${check.data.lessonId}`}>
            The right seat
          </Button>
        )}
        {closedAt && (
          <Button
            component="a"
            href={`/api/stage-checks/${checkId}/letter.pdf`}
            target="_blank"
            leftSection={<IconPrinter size={16} />}
          >
            The letter
          </Button>
        )}
      </TitleBar>
      <div className="page stage-page">
        {me.role !== 'student' && (
          <Part title="Oral part" about="First: without a pass there is no flight.">
            {plan.questions.map(({ id, asks, looksFor, source, kind }) => (
              <MarkLine
                key={id}
                title={asks}
                about={`Looks for: ${looksFor} (${source})`}
                tag={kind === 'risk' ? 'Risk' : 'Knowledge'}
                mark={marks.questions[id]}
                keep={marking ? (mark) => keep(checkId, 'questions', id, mark) : undefined}
              />
            ))}
          </Part>
        )}
        <Part
          title="Flight"
          about={
            oralDone || me.role === 'student'
              ? 'A task may be flown again before it is marked. What the program says of the flight comes after.'
              : 'Opens once every question is satisfactory.'
          }
        >
          {plan.tasks.map(({ id, title, variant, headingDeg }) => (
            <MarkLine
              key={id}
              title={`${title} ${variantAfter(variant ?? '')}`.trimEnd()}
              about={headingDeg === null ? '' : `Begins on heading ${String(headingDeg).padStart(3, '0')}°`}
              mark={marks.tasks[id]}
              tries
              keep={marking && oralDone ? (mark) => keep(checkId, 'tasks', id, mark) : undefined}
            />
          ))}
        </Part>
        {plan.surprises.length > 0 && (
          <Part
            title="Unasked"
            about="At a safe height, with the engine running as it is. Never fuel, mixture or magnetos."
          >
            {plan.surprises.map((one) => (
              <p key={one}>{one}</p>
            ))}
          </Part>
        )}
        {marking && <Ending check={check.data} />}
        {closedAt && (
          <Part
            title={`Result: ${stageStateName(state)}`}
            about={`Closed ${dayAndTime(closedAt)} by ${checker.name}, designated by ${designatedBy.name}`}
          >
            {byOwnInstructor && <p>The checker teaches this student; the chief instructor allowed it.</p>}
            {check.data.discontinued && <p>Broken off: {check.data.discontinued}</p>}
            {check.data.recordingId && me.role !== 'student' && (
              <p className="small">
                <Link to={`/debrief/${check.data.recordingId}`}>What the program says of the flight</Link>, as
                an annex.
              </p>
            )}
          </Part>
        )}
        {closedAt && state !== 'passed' && <Retraining check={check.data} mayTrain={me.role !== 'student'} />}
        <section className="sheet">
          <Caution>
            A stage check releases nobody. The instructor’s endorsement, the airplane’s handbook and local
            rules stand above it.
          </Caution>
        </section>
      </div>
    </>
  );
}

type Marked = StageCheck['marks']['tasks'][string];

const keep = (id: string, kind: 'questions' | 'tasks', of: string, json: Marked) =>
  sent(
    answered(api['stage-checks'][':id'][':kind'][':of'].$put({ param: { id, kind, of }, json })),
    'Not marked',
  );

function Part(props: { title: string; about: string; children: React.ReactNode }) {
  return (
    <section className="sheet stack" aria-label={props.title}>
      <div>
        <h2>{props.title}</h2>
        <p className="small quiet">{props.about}</p>
      </div>
      {props.children}
    </section>
  );
}

/** Closed with its result, or broken off with a reason. */
function Ending({ check }: { check: StageCheck }) {
  const [why, setWhy] = useState('');
  const close = (discontinued: string | null) =>
    sent(
      answered(api['stage-checks'][':id'].close.$post({ param: { id: check.id }, json: { discontinued } })),
      'Not closed',
    );
  return (
    <section className="sheet stack" aria-label="The end">
      <h2>The end</h2>
      <p className="small quiet">Once it is closed nothing of it changes any more.</p>
      <Button
        style={{ alignSelf: 'start' }}
        disabled={check.state !== 'to-close'}
        onClick={() => close(null)}
      >
        Close with this result
      </Button>
      <div className="row" style={{ alignItems: 'end', flexWrap: 'wrap' }}>
        <TextInput
          label="Or broken off, and why"
          placeholder="weather"
          value={why}
          maxLength={300}
          onChange={(event) => setWhy(event.currentTarget.value)}
          style={{ flex: '1 1 240px' }}
        />
        <Button variant="default" disabled={why.trim() === ''} onClick={() => close(why.trim())}>
          Broken off
        </Button>
      </div>
    </section>
  );
}
