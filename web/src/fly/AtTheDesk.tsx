/** A lesson that nothing recorded, graded at the desk: each card with help and grade, then times and landings for the logbook. */
import { type EnteredAttempt, type EnteredBody, type Help, type Lesson, variantWords } from '@keel/core';
import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { answered, api, read } from '../api/client.ts';
import { usePath } from '../api/hooks.ts';
import { GradeButtons } from '../debrief/Grading.tsx';
import { HELP_WORDS, helpName } from '../debrief/help-words.ts';
import { isoDay, maneuverName } from '../parts/format.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { sent } from '../parts/sent.ts';
import { useGrades } from '../parts/use-grades.ts';

export function AtTheDesk({ lesson }: { lesson: Lesson }) {
  const [open, setOpen] = useState(false);
  const path = usePath(lesson.student.id);
  const entered = (path.data?.byHand ?? []).filter(
    ({ lessonId, withdrawn }) => lessonId === lesson.id && !withdrawn,
  );
  return (
    <section className="sheet stack" aria-label="Without a recording">
      <div className="row spread">
        <div>
          <h2>Without a recording</h2>
          <p className="quiet small">
            Grade the lesson by hand. It counts as flown and stands on the path, marked as graded by hand;
            nothing was measured.
          </p>
        </div>
        {!open && (
          <Button variant="default" style={{ flexShrink: 0 }} onClick={() => setOpen(true)}>
            Grade by hand
          </Button>
        )}
      </div>
      {entered.length > 0 && <Graded entered={entered} studentId={lesson.student.id} />}
      {open && <ByCards lesson={lesson} close={() => setOpen(false)} />}
    </section>
  );
}

function Graded({ entered, studentId }: { entered: readonly EnteredAttempt[]; studentId: string }) {
  const grades = useGrades();
  return (
    <ul className="words">
      {entered.map(({ id, grade, maneuver, variant, help, words, by }) => (
        <li key={id}>
          <strong>
            {grade} {grades.find((one) => one.grade === grade)?.name}
          </strong>{' '}
          {maneuver && maneuverName(maneuver, variant ?? '')}, {helpName(help)}
          {words && `: ${words}`} <span className="small quiet">by {by}</span>
        </li>
      ))}
      <li>
        <Link to={`/path/${studentId}`}>All that was graded by hand</Link>
      </li>
    </ul>
  );
}

interface Row {
  /** Made once: sending twice after a broken connection is harmless. */
  id: string;
  help: Help | null;
  grade: number | null;
  words: string;
}

/** One row for each card; what has neither help nor grade was not flown. */
function ByCards({ lesson, close }: { lesson: Lesson; close: () => void }) {
  const { student, cards, airplane, plan } = lesson;
  const [rows, setRows] = useState<readonly Row[]>(() =>
    cards.map(() => ({ id: crypto.randomUUID(), help: null, grade: null, words: '' })),
  );
  const [draftId] = useState(() => crypto.randomUUID());
  const [blockMin, setBlockMin] = useState<string | number>(plan?.blockMin ?? '');
  const [landings, setLandings] = useState<string | number>('');
  const [asked, setAsked] = useState(false);
  const [busy, setBusy] = useState(false);
  const put = (i: number, part: Partial<Row>) => setRows(rows.with(i, { ...rows[i], ...part }));
  const half = ({ help, grade }: Row) => (help === null) !== (grade === null);
  const flown = rows.flatMap((row, i) =>
    row.help && row.grade ? [{ ...row, help: row.help, grade: row.grade, card: cards[i] }] : [],
  );
  // A lesson that is entered before its time was flown by now all the same.
  const flownAt = new Date(Math.min(Date.parse(lesson.plannedAt), Date.now())).toISOString();

  const save = async () => {
    setAsked(true);
    if (flown.length === 0 || rows.some(half)) return;
    setBusy(true);
    const kept = await sent(
      (async () => {
        for (const { id, help, grade, words, card } of flown) {
          const body: EnteredBody = {
            maneuver: card.maneuver as EnteredBody['maneuver'],
            variant: card.variant,
            flownAt,
            lessonId: lesson.id,
            help,
            grade,
            words,
          };
          await answered(
            api.students[':id']['entered-attempts'].$post({ param: { id: student.id }, json: { id, body } }),
          );
        }
        if (Number(blockMin) > 0)
          await read(
            api.students[':id'].logbook.drafts[':draft'].$put({
              param: { id: student.id, draft: draftId },
              json: {
                version: 0,
                entry: {
                  date: isoDay(flownAt),
                  airplane: [airplane.name, airplane.registration].filter(Boolean).join(', '),
                  blockMin: Number(blockMin),
                  dualMin: Number(blockMin),
                  landingsDay: Number(landings) || 0,
                  training: [...new Set(flown.map(({ card }) => card.title))].join(', '),
                },
              },
            }),
          );
        return true;
      })(),
    );
    setBusy(false);
    if (kept) close();
  };
  return (
    <div className="stack" style={{ gap: 14 }}>
      {cards.map((card, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a card is its place in the lesson
        <div key={i} className="desk-row stack" style={{ gap: 6 }}>
          <strong>
            {card.title}
            {card.variant && card.variant !== 'standard' && `, ${variantWords(card.variant)}`}
          </strong>
          <div className="row" style={{ flexWrap: 'wrap', alignItems: 'start' }}>
            <Select
              aria-label={`${card.title}, ${card.variant}: with how much help`}
              placeholder="Who flew, with how much help"
              clearable
              data={HELP_WORDS.map((one) => ({ value: one.help, label: one.name }))}
              value={rows[i].help}
              error={asked && half(rows[i]) && !rows[i].help && 'Choose who flew'}
              onChange={(help) => put(i, { help: help as Help | null })}
              style={{ flex: '1 1 200px' }}
            />
            <TextInput
              aria-label={`${card.title}, ${card.variant}: comment`}
              placeholder="Comment"
              maxLength={2000}
              value={rows[i].words}
              onChange={(event) => put(i, { words: event.currentTarget.value })}
              style={{ flex: '2 1 220px' }}
            />
          </div>
          <GradeButtons
            value={rows[i].grade}
            choose={(grade) => put(i, { grade: rows[i].grade === grade ? null : grade })}
            label={`${card.title}, ${card.variant}: grade`}
          />
          {asked && half(rows[i]) && !rows[i].grade && (
            <p className="small" role="alert">
              Choose a grade
            </p>
          )}
        </div>
      ))}
      <div className="row" style={{ alignItems: 'end', flexWrap: 'wrap' }}>
        <NumberField
          label="Block time, min"
          description="Drafts the logbook entry; empty: none"
          min={0}
          max={1440}
          value={blockMin}
          onChange={setBlockMin}
        />
        <NumberField label="Landings by day" min={0} max={99} value={landings} onChange={setLandings} />
      </div>
      {asked && flown.length === 0 && <p role="alert">Grade at least one maneuver that was flown.</p>}
      <div className="row">
        <Button onClick={save} loading={busy}>
          Save the grades
        </Button>
        <Button variant="default" onClick={close}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
