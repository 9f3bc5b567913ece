/** The instructor's own grade, override, reason and words; and what the student thought. */
import { type AttemptScore, type AttemptStatements, DISCONTINUED_REASONS, VERDICT_WORDS } from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { dayAndTime } from '../parts/format.ts';
import { useGrades } from '../parts/use-grades.ts';
import { CommentForm } from './CommentForm.tsx';
import { EditAttempt } from './EditAttempt.tsx';
import { Elements } from './Elements.tsx';
import type { Span } from './edges.ts';
import { helpName } from './help-words.ts';
import { SeenTaps } from './Seen.tsx';
import type { AddStatement } from './use-statements.ts';
import { WhoFlew } from './WhoFlew.tsx';
import { Words } from './Words.tsx';
import './grades.css';

export function GradeButtons(props: {
  value: number | null;
  choose: (grade: number) => void;
  label: string;
}) {
  const grades = useGrades();
  return (
    <fieldset className="grades" aria-label={props.label}>
      {grades.map(({ grade, name, means }) => (
        <button
          key={grade}
          type="button"
          title={means}
          aria-pressed={props.value === grade}
          onClick={() => props.choose(grade)}
        >
          <strong>{grade}</strong>
          <span>{name}</span>
        </button>
      ))}
    </fieldset>
  );
}

const MORE = [
  { value: 'elements', label: 'Knowledge and risk' },
  { value: 'verdict', label: 'Override, discontinue' },
  { value: 'edit', label: 'Edges, split, merge, discard' },
] as const;

/** The grade and who flew: in sight however long the page is, since it is what the page is for. */
export function GradeBar(props: {
  attempt: AttemptScore;
  statements: AttemptStatements;
  addStatement: AddStatement;
  /** Null while the flight is nobody's. */
  studentName: string | null;
}) {
  const { statements, addStatement } = props;
  return (
    <section className="sheet stack grade-bar" aria-label="Your grade">
      <div className="row spread">
        <h3>Your grade</h3>
        {props.studentName !== null && (
          <span className="small quiet">
            {statements.selfGrade
              ? `${props.studentName} graded it ${statements.selfGrade.grade}${statements.selfGrade.beforeVerdict ? ', before the verdict' : ''}`
              : `${props.studentName} has not graded it`}
          </span>
        )}
      </div>
      <GradeButtons
        value={statements.grade}
        choose={(grade) => addStatement({ kind: 'grade', grade })}
        label="Your grade"
      />
      <WhoFlew maneuver={props.attempt.maneuver} statements={statements} addStatement={addStatement} />
      <OtherWords statements={statements} />
    </section>
  );
}

/** What an instructor saw, says and puts right of an attempt. */
export function MoreOfAttempt(props: {
  attempt: AttemptScore;
  /** The attempt after it, with which it can be merged. */
  next: AttemptScore | undefined;
  cursorS: number;
  /** The attempt's edges while they are moved. */
  edges: Span | null;
  setEdges: (edges: Span | null) => void;
  /** The id of the standard that judged it. */
  standard: string | undefined;
  statements: AttemptStatements;
  addStatement: AddStatement;
}) {
  const { statements, addStatement } = props;
  const [nextTime, setNextTime] = useState(statements.nextTime ?? '');
  const [more, setMore] = useState<(typeof MORE)[number]['value'] | null>(null);
  const { startS, endS } = props.attempt;
  const open = (what: typeof more) => {
    setMore(what);
    props.setEdges(what === 'edit' ? { startS, endS } : null);
  };
  return (
    <section className="sheet stack" aria-label="More for this attempt" style={{ gap: 10 }}>
      <SeenTaps statements={statements} addStatement={addStatement} maneuver={props.attempt.maneuver} />
      <TextInput
        label="One thing for next time"
        value={nextTime}
        onChange={(event) => setNextTime(event.currentTarget.value)}
        onBlur={() =>
          nextTime.trim() !== (statements.nextTime ?? '') &&
          addStatement({ kind: 'next-time', text: nextTime })
        }
        placeholder="Stop the roll, then pull."
      />
      <CommentForm
        label="Comment"
        action="Save comment"
        keep={(text) => addStatement({ kind: 'comment', text })}
      />
      <Words statements={statements} addStatement={addStatement} />
      <div className="row" style={{ flexWrap: 'wrap', gap: 2 }}>
        {MORE.map(({ value, label }) => (
          <Button
            key={value}
            variant="subtle"
            size="compact-sm"
            aria-expanded={more === value}
            onClick={() => open(more === value ? null : value)}
          >
            {label}
          </Button>
        ))}
      </div>
      {more === 'elements' && (
        <Elements
          maneuver={props.attempt.maneuver}
          standard={props.standard}
          statements={statements}
          addStatement={addStatement}
        />
      )}
      {more === 'verdict' && <Exceptions statements={statements} addStatement={addStatement} />}
      {more === 'edit' && (
        <EditAttempt
          edges={props.edges ?? { startS, endS }}
          attempt={props.attempt}
          next={props.next}
          cursorS={props.cursorS}
          addStatement={addStatement}
        />
      )}
    </section>
  );
}

/** Two who teach do not agree: the last word holds, and the other is not lost. */
function OtherWords({ statements: { otherGrades, otherHelp } }: { statements: AttemptStatements }) {
  const others = [
    ...otherGrades.map((one) => ({ ...one, says: `grade ${one.says}` })),
    ...otherHelp.map((one) => ({ ...one, says: helpName(one.says) })),
  ];
  if (others.length === 0) return null;
  return (
    <p className="small">
      <strong>Override:</strong>{' '}
      {others
        .map(({ says, authorName, createdAt }) => `${says} by ${authorName}, ${dayAndTime(createdAt)}`)
        .join('; ')}
      .
    </p>
  );
}

/** What is said rarely: an override with its reason, a discontinued attempt. */
function Exceptions({
  statements,
  addStatement,
}: {
  statements: AttemptStatements;
  addStatement: AddStatement;
}) {
  const [verdict, setVerdict] = useState<'satisfactory' | 'unsatisfactory' | 'not-scored' | 'as-scored'>(
    statements.override?.verdict ?? 'satisfactory',
  );
  const [reason, setReason] = useState('');
  return (
    <div className="stack exceptions">
      <div className="row" style={{ alignItems: 'flex-end' }}>
        <Select
          label="Override"
          value={verdict}
          onChange={(value) => value && setVerdict(value as typeof verdict)}
          data={[
            ...Object.entries(VERDICT_WORDS).map(([value, label]) => ({ value, label })),
            { value: 'as-scored', label: 'As scored' },
          ]}
          style={{ width: 170 }}
        />
        <TextInput
          label="Reason (stays on record)"
          value={reason}
          onChange={(event) => setReason(event.currentTarget.value)}
          style={{ flex: 1 }}
        />
        <Button
          variant="default"
          disabled={!reason.trim()}
          onClick={async () =>
            (await addStatement({ kind: 'override', verdict, reason })) &&
            setReason((now) => (now === reason ? '' : now))
          }
        >
          Override
        </Button>
      </div>
      <Select
        label="Discontinued (never a failure)"
        value={statements.discontinued ?? 'none'}
        onChange={(value) => value && addStatement({ kind: 'discontinued', reason: value as 'traffic' })}
        data={[
          { value: 'none', label: 'No: it was completed' },
          ...DISCONTINUED_REASONS.map((value) => ({ value, label: `for ${value}` })),
        ]}
      />
    </div>
  );
}

/** The student's side: grade first, then the verdict. */
export function SelfGrade(props: { choose: (grade: number) => void; showNow: () => void }) {
  return (
    <section className="sheet stack">
      <h2>How was it?</h2>
      <p className="quiet">
        Grade your own attempt before you see the verdict. Over time you see how well you judge yourself.
      </p>
      <GradeButtons value={null} choose={props.choose} label="Your own grade" />
      <Button variant="subtle" onClick={props.showNow} style={{ alignSelf: 'flex-start' }}>
        Show the verdict without grading
      </Button>
    </section>
  );
}

/** What a student sees of what was said, and says to it. */
export function StudentWords(props: { statements: AttemptStatements; addStatement: AddStatement }) {
  const { statements, addStatement } = props;
  const grades = useGrades();
  const grade = grades.find(({ grade }) => grade === statements.grade);
  const own = grades.find(({ grade }) => grade === statements.selfGrade?.grade);
  return (
    <section className="sheet stack" style={{ gap: 8 }}>
      <h3>Comments</h3>
      <p>
        {grade
          ? `Your instructor’s grade: ${grade.grade}, ${grade.name}.`
          : 'Your instructor has not graded it yet.'}
        {own && ` Your own: ${own.grade}, ${own.name}.`}
      </p>
      {statements.nextTime && (
        <p>
          <strong>{statements.nextTime}</strong> <span className="quiet">One thing for next time</span>
        </p>
      )}
      <Words statements={statements} />
      <CommentForm
        label="Your words on this attempt"
        action="Save"
        keep={(text) => addStatement({ kind: 'comment', text })}
      />
    </section>
  );
}
