/** Path: a student's steep turns over time, and what stands between the student and solo. */
import {
  GRADES,
  type ListedStudent,
  type Path,
  type PathAttempt,
  type Skill,
  type Trend,
  VERDICT_WORDS,
} from '@keel/core';
import { Button } from '@mantine/core';
import { Link, useNavigate, useParams } from 'react-router';
import { useMe, usePath, useStudents } from '../api/hooks.ts';
import { helpName } from '../debrief/WhoFlew.tsx';
import { useSetCurrent } from '../frame/current.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { DataTable, sortable } from '../parts/DataTable.tsx';
import { day, numberText, PARAMETER_NAMES } from '../parts/format.ts';
import { VerdictMark } from '../parts/Gate.tsx';
import { Empty, Waiting } from '../parts/states.tsx';
import { ByHand } from './ByHand.tsx';
import { Stems } from './Stems.tsx';
import { TrendChart } from './TrendChart.tsx';
import './path.css';

export function PathIndex() {
  const { data: me } = useMe();
  const students = useStudents();
  if (!me || !students.data) return <Waiting query={students} what="students" />;
  if (me.role === 'student') return <PathOf studentId={me.id} />;
  return (
    <>
      <TitleBar title="Students" about="Whose path do you want to see?" />
      <div className="page">
        <div className="sheet">
          <DataTable
            rows={students.data}
            rowKey={(student) => student.id}
            initialSort={{ id: 'name', desc: false }}
            columns={[
              sortable<ListedStudent>(
                'name',
                'Student',
                (s) => s.name,
                (s) => <Link to={`/path/${s.id}`}>{s.name}</Link>,
              ),
              sortable<ListedStudent>(
                'flown',
                'Recordings',
                (s) => s.recordings,
                (s) => s.recordings,
              ),
              sortable<ListedStudent>(
                'last',
                'Last flown',
                (s) => s.lastFlownAt ?? '',
                (s) => (s.lastFlownAt ? day(s.lastFlownAt) : 'not yet'),
              ),
            ]}
          />
        </div>
      </div>
    </>
  );
}

export function PathPage() {
  const { studentId } = useParams();
  return <PathOf studentId={studentId ?? ''} />;
}

function PathOf({ studentId }: { studentId: string }) {
  const path = usePath(studentId);
  const { data: me } = useMe();
  const navigate = useNavigate();
  useSetCurrent({ studentId, ...lastFlown(path.data?.skills[0]) });
  if (!path.data) return <Waiting query={path} what="the path" />;
  const { student, lessons, skills, judge, recurring, byHand } = path.data;
  const skill = skills[0];
  const entered = <ByHand studentId={student.id} byHand={byHand} mayEnter={me?.role !== 'student'} />;
  return (
    <>
      <TitleBar
        title={student.name}
        about={`${lessons} lessons · judged by ${judge === 'examiner' ? 'Examiner' : 'Strict'}`}
      >
        {me?.role !== 'student' && (
          <Button onClick={() => navigate(`/brief/new?student=${student.id}`)}>Brief the next lesson</Button>
        )}
      </TitleBar>
      <div className="page">
        {skill.attempts.length === 0 ? (
          <div className="stack">
            <Empty title="Nothing flown yet">
              A path begins with the first recording. Brief a lesson, fly it, and attach its recording at Fly.
            </Empty>
            {entered}
          </div>
        ) : (
          <div className="columns path-columns">
            <div className="stack">
              <Standing skill={skill} />
              <section className="sheet">
                <h2>Tolerance used, attempt by attempt</h2>
                <p className="small quiet">
                  100 % is the edge of the band. Filled: unaided; open: with help; square: shown. Point at a
                  mark to see it.
                </p>
                <TrendChart
                  attempts={skill.attempts}
                  open={(attempt) => navigate(`/debrief/${attempt.recordingId}?attempt=${attempt.attempt}`)}
                />
              </section>
              <section className="sheet">
                <h2>Every attempt</h2>
                <AttemptTable attempts={skill.attempts} />
              </section>
            </div>
            <div className="stack">
              <section className="sheet">
                <h2>Which way it goes</h2>
                <Trends trends={skill.trends} />
              </section>
              <section className="sheet">
                <h2>What recurs</h2>
                <Recurring recurring={recurring} />
              </section>
              {entered}
              <section className="sheet stack">
                <SelfJudgement attempts={skill.attempts} />
                <Caution>
                  This is evidence, not a sign-off. Only your instructor releases you to solo, and the
                  airplane’s handbook and local rules come first.
                </Caution>
              </section>
            </div>
          </div>
        )}
      </div>
    </>
  );
}

/** Faults that came more than once; the others in passing. */
function Recurring({ recurring }: { recurring: Path['recurring'] }) {
  const again = recurring.filter(({ count }) => count > 1);
  const once = recurring.filter(({ count }) => count === 1).slice(0, 3);
  const of = recurring[0]?.of ?? 0;
  return (
    <>
      {again.length === 0 && (
        <p className="quiet small">
          {of > 0 ? `Nothing came twice in the last ${of} attempts.` : 'No fault in the latest attempts.'}
        </p>
      )}
      <ul className="recurring">
        {again.map(({ id, count, what }) => (
          <li key={id}>
            <strong>
              {count} of {of}
            </strong>{' '}
            {what}
          </li>
        ))}
        {once.map(({ id, what }) => (
          <li key={id} className="quiet">
            once: {what}
          </li>
        ))}
      </ul>
    </>
  );
}

const lastFlown = (skill: Skill | undefined) => {
  const last = skill?.attempts[skill.attempts.length - 1];
  return { recordingId: last?.recordingId, lessonId: last?.lessonId ?? undefined };
};

const STANDINGS = ['not flown', 'shown', 'guided', 'holding', 'ready'] as const;

function Standing({ skill }: { skill: Skill }) {
  const step = STANDINGS.indexOf(skill.standing);
  return (
    <section className="sheet standing" aria-label="Standing">
      <div>
        <h2>Steep turns</h2>
        <svg
          width="230"
          height="26"
          viewBox="0 0 230 26"
          role="img"
          aria-label={`${skill.standing}, step ${step} of 4`}
        >
          <line x1="8" x2="222" y1="9" y2="9" stroke="var(--band-edge)" strokeWidth="2" />
          {STANDINGS.slice(1).map((name, i) => (
            <line
              key={name}
              x1={8 + (i + 1) * 53.5}
              x2={8 + (i + 1) * 53.5}
              y1="3"
              y2="15"
              stroke="var(--band-edge)"
              strokeWidth="2"
            />
          ))}
          <path d={`M${8 + step * 53.5 - 8} 10 h16 l-8 13z`} fill="var(--spruce)" />
        </svg>
      </div>
      <div style={{ flex: 1 }}>
        <strong style={{ fontSize: '1.15rem' }}>{skill.standing}</strong>
        <p className="quiet small">{skill.why}. Steep turns never block solo by themselves.</p>
      </div>
      <Stems attempts={skill.attempts} />
    </section>
  );
}

const DIRECTIONS: Record<Trend['direction'], string> = {
  better: '↘ less used',
  worse: '↗ more used',
  steady: '→ the same',
  'too few': 'too few attempts',
};

function Trends({ trends }: { trends: Trend[] }) {
  return (
    <table className="plain">
      <thead>
        <tr>
          <th scope="col">Parameter</th>
          <th scope="col">Before</th>
          <th scope="col">Latest</th>
          <th scope="col">Trend</th>
        </tr>
      </thead>
      <tbody>
        {trends.map(({ parameter, before, latest, direction }) => (
          <tr key={parameter}>
            <td>{PARAMETER_NAMES[parameter] ?? parameter}</td>
            <td>{before === null ? '—' : `${numberText(100 * before)} %`}</td>
            <td>
              <strong>{numberText(100 * latest)} %</strong>
            </td>
            <td className="nowrap">{DIRECTIONS[direction]}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function AttemptTable({ attempts }: { attempts: PathAttempt[] }) {
  const rows = attempts.map((attempt, i) => ({ ...attempt, number: i + 1 }));
  type Row = (typeof rows)[number];
  const used = (parameter: string) =>
    sortable<Row>(
      parameter,
      PARAMETER_NAMES[parameter],
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
              {day(a.flownAt)} {a.variant}
            </Link>
          ),
        ),
        sortable<Row>(
          'help',
          'Help',
          (a) => a.help,
          (a) => `${helpName(a.help)}${a.flownIn === 'trainer' ? ', trainer' : ''}`,
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
        used('altitude'),
        used('airspeed'),
        used('bank'),
        used('rollout-heading'),
        sortable<Row>(
          'grade',
          'Grade',
          (a) => a.grade ?? 0,
          (a) => {
            const name = GRADES.find(({ grade }) => grade === a.grade)?.name;
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
  return (
    <div>
      <h2>Judging oneself</h2>
      <p className="quiet small">{words}</p>
    </div>
  );
}
