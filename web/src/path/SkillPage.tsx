/** One skill of one student: why it stands where it does, and every attempt behind that. */
import { type PathAttempt, type PathSkill, STANDING_WORDS, VERDICT_WORDS, variantAfter } from '@keel/core';
import { Button, Textarea } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { answered, api, messageOf } from '../api/client.ts';
import { useMe, usePath, useSkillAttempts } from '../api/hooks.ts';
import { helpName } from '../debrief/help-words.ts';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { DataTable, sortable } from '../parts/DataTable.tsx';
import { day, numberText, parameterName } from '../parts/format.ts';
import { VerdictMark } from '../parts/Gate.tsx';
import { Empty, Waiting } from '../parts/states.tsx';
import { useGrades } from '../parts/use-grades.ts';
import { SkillChecked } from '../stage/SkillChecked.tsx';
import { ChanceLine, percent, StandingMark } from './marks.tsx';
import { TrendChart } from './TrendChart.tsx';
import './path.css';

export function SkillPage() {
  const { studentId = '', skill: wanted = '' } = useParams();
  const path = usePath(studentId);
  const attempts = useSkillAttempts(studentId, wanted);
  const navigate = useNavigate();
  useSetCurrent({ studentId });
  const parameters = useMemo(
    () => [...new Set(attempts.data?.flatMap(({ toleranceUsed }) => Object.keys(toleranceUsed)))],
    [attempts.data],
  );
  if (!path.data) return <Waiting query={path} what="the path" />;
  if (!attempts.data) return <Waiting query={attempts} what="the attempts" />;
  const skill = path.data.skills.find((one) => one.skill === wanted);
  if (!skill) return null;
  const byHand = path.data.byHand.filter((one) => one.skill === wanted && !one.withdrawn);
  return (
    <>
      <TitleBar
        title={
          <>
            <Link to={`/path/${studentId}`}>{path.data.student.name}</Link>: {skill.title}
          </>
        }
        about={
          skill.gates.length > 0 ? 'a solo requirement depends on it' : 'no solo requirement depends on it'
        }
      />
      <div className="page">
        <Why skill={skill} studentId={studentId} />
        <SkillChecked studentId={studentId} skill={wanted} />
        {attempts.data.length === 0 && byHand.length === 0 && (
          <Empty title="Nothing flown yet">
            Brief a lesson with it, fly it, and attach its recording at Fly.
          </Empty>
        )}
        {parameters.length > 0 && (
          <section className="sheet">
            <h2>Tolerance used, attempt by attempt</h2>
            <p className="small quiet">
              100 % is the edge of tolerance. Filled: unaided; open: with help; square: demonstration. Point
              at a mark to see it.
            </p>
            <TrendChart
              attempts={attempts.data}
              parameters={parameters}
              open={(attempt) => navigate(`/debrief/${attempt.recordingId}?attempt=${attempt.attempt}`)}
            />
          </section>
        )}
        {attempts.data.length > 0 && (
          <section className="sheet">
            <h2>Every attempt</h2>
            <AttemptTable attempts={attempts.data} parameters={parameters} />
            <Distracted attempts={attempts.data} />
            <SelfJudgement attempts={attempts.data} />
          </section>
        )}
      </div>
    </>
  );
}

/** Apart, for whoever asks how it goes with something else to do; the estimate counts them like the others. */
function Distracted({ attempts }: { attempts: PathAttempt[] }) {
  const judged = attempts.filter(({ distracted, verdict }) => distracted && verdict !== 'not-scored');
  if (judged.length === 0) return null;
  const held = judged.filter(({ verdict }) => verdict === 'satisfactory').length;
  return (
    <p className="small">
      With a distraction: <strong>{held}</strong> of {judged.length} to standard. They count like the others.
    </p>
  );
}

function Why({ skill, studentId }: { skill: PathSkill; studentId: string }) {
  const { data: me } = useMe();
  const { standing, chance, why, trend } = skill;
  const needsWord = why.some((one) => one.includes('written statement'));
  return (
    <section className="sheet standing" aria-label="Standing">
      <div className="row">
        <StandingMark standing={standing} size={30} />
        <strong style={{ fontSize: '1.4rem' }}>{STANDING_WORDS[standing]}</strong>
      </div>
      <div>
        <ChanceLine chance={chance} label={skill.title} />
        <div className="small quiet">
          {chance
            ? `${percent(chance.p)}, 80 % of the time between ${percent(chance.low)} and ${percent(chance.high)}`
            : 'no estimate yet'}
          {trend !== 'too few' && `, ${trend}`}
        </div>
      </div>
      <ul className="small" style={{ flex: 1, margin: 0 }}>
        {why.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
      {needsWord && me && me.role !== 'student' && <Word skill={skill.skill} studentId={studentId} />}
    </section>
  );
}

function Word({ skill, studentId }: { skill: string; studentId: string }) {
  const [id] = useState(() => crypto.randomUUID());
  const [words, setWords] = useState('');
  const give = async () => {
    try {
      await answered(
        api.students[':id'].skills[':skill'].words.$post({
          param: { id: studentId, skill },
          json: { id, words },
        }),
      );
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not saved', message: messageOf(error) });
    }
  };
  return (
    <div className="stack" style={{ flexBasis: '100%' }}>
      <Textarea
        label="Your statement after the critical event"
        description="What you went through, and what you saw since. It cannot be changed later."
        autosize
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button onClick={give} disabled={words.trim().length < 10} style={{ alignSelf: 'start' }}>
        Save the statement
      </Button>
    </div>
  );
}

function AttemptTable({ attempts, parameters }: { attempts: PathAttempt[]; parameters: string[] }) {
  const grades = useGrades();
  const rows = attempts.map((attempt, i) => ({ ...attempt, number: i + 1 }));
  type Row = (typeof rows)[number];
  const used = (parameter: string) =>
    sortable<Row>(
      parameter,
      parameterName(parameter),
      (a) => a.toleranceUsed[parameter] ?? -1,
      (a) => {
        const value = a.toleranceUsed[parameter];
        if (value === undefined) return <span className="quiet">—</span>;
        return value > 1 ? <strong>{numberText(100 * value)} %</strong> : `${numberText(100 * value)} %`;
      },
    );
  return (
    <DataTable
      rows={rows}
      rowKey={(a) => `${a.recordingId}-${a.attempt}`}
      names="day"
      initialSort={{ id: 'number', desc: true }}
      columns={[
        sortable<Row>(
          'number',
          'No.',
          (a) => a.number,
          (a) => a.number,
        ),
        sortable<Row>(
          'day',
          'Day',
          (a) => a.flownAt,
          (a) => (
            <Link to={`/debrief/${a.recordingId}?attempt=${a.attempt}`} className="nowrap">
              {day(a.flownAt)} {variantAfter(a.variant)}
            </Link>
          ),
        ),
        sortable<Row>(
          'help',
          'Help',
          (a) => a.help,
          (a) =>
            `${helpName(a.help)}${a.flownIn === 'trainer' ? ', trainer' : ''}${a.distracted ? ', with a distraction' : ''}`,
        ),
        sortable<Row>(
          'verdict',
          'Verdict',
          (a) => a.verdict,
          (a) => (
            <span className="row nowrap" style={{ gap: 6 }}>
              <VerdictMark verdict={a.verdict} />
              {VERDICT_WORDS[a.verdict]}
              {a.overridden && ' (override)'}
            </span>
          ),
        ),
        ...parameters.slice(0, 5).map(used),
        sortable<Row>(
          'grade',
          'Grade',
          (a) => a.grade ?? 0,
          (a) => {
            const name = grades.find(({ grade }) => grade === a.grade)?.name;
            return a.grade === null ? <span className="quiet">—</span> : `${a.grade} ${name}`;
          },
        ),
      ]}
    />
  );
}

/** How the student's own grades compare with the instructor's. */
function SelfJudgement({ attempts }: { attempts: PathAttempt[] }) {
  const both = attempts.filter((a) => a.grade !== null && a.selfGrade !== null);
  const difference =
    both.reduce((sum, a) => sum + (a.selfGrade ?? 0) - (a.grade ?? 0), 0) / Math.max(1, both.length);
  const words =
    both.length < 3
      ? `Graded by both: ${both.length}. From three on you see how the two compare.`
      : Math.abs(difference) < 0.25
        ? `Over ${both.length} attempts the two grades agree.`
        : `Over ${both.length} attempts the student grades ${numberText(Math.abs(difference), 1)} ${difference > 0 ? 'higher' : 'lower'} than the instructor.`;
  return <p className="quiet small">Self-assessment: {words}</p>;
}
