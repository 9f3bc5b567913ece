/** What was flown with nothing recording: entered by hand, graded, and taken back with a reason. */
import {
  type EnteredAttempt,
  type EnteredBody,
  type Help,
  type ManeuverId,
  type PathSkill,
  requireRoom,
  USUAL_MANEUVER,
  variantWords,
} from '@keel/core';
import { Button, Select, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { answered, api } from '../api/client.ts';
import { GradeButtons } from '../debrief/Grading.tsx';
import { HELP_WORDS, helpName } from '../debrief/help-words.ts';
import { MomentField } from '../parts/DayField.tsx';
import { day, maneuverName } from '../parts/format.ts';
import { MANEUVER_CHOICES } from '../parts/maneuvers.ts';
import { sent } from '../parts/sent.ts';
import { useGrades } from '../parts/use-grades.ts';

interface Props {
  studentId: string;
  byHand: readonly EnteredAttempt[];
  mayEnter: boolean;
  skills: readonly PathSkill[];
}

export function ByHand({ studentId, byHand, mayEnter, skills }: Props) {
  const [entering, setEntering] = useState(false);
  if (byHand.length === 0 && !mayEnter) return null;
  return (
    <section className="sheet stack by-hand" aria-label="Flown without a recording">
      <div className="row spread">
        <h2>Flown without a recording</h2>
        {mayEnter && !entering && (
          <Button variant="default" size="compact-md" onClick={() => setEntering(true)}>
            Enter a flight
          </Button>
        )}
      </div>
      {entering && <EntryForm studentId={studentId} skills={skills} close={() => setEntering(false)} />}
      {byHand.length === 0 && !entering && (
        <p className="small quiet">
          Nothing yet. A grade given here counts as a grade; nothing was measured.
        </p>
      )}
      <ul className="words">
        {[...byHand].reverse().map((one) => (
          <Entered key={one.id} one={one} studentId={studentId} mayEnter={mayEnter} skills={skills} />
        ))}
      </ul>
    </section>
  );
}

interface EntryProps {
  studentId: string;
  skills: readonly PathSkill[];
  close: () => void;
}

/** What no recording shows comes first: it is what is mostly entered here. */
const choices = (skills: readonly PathSkill[]) => [
  {
    group: 'Skills that no recording shows',
    items: skills
      .filter(({ maneuver }) => maneuver === null)
      .map(({ skill, title }) => ({ value: `skill ${skill}`, label: title })),
  },
  { group: 'Maneuvers', items: MANEUVER_CHOICES },
];

function EntryForm({ studentId, skills, close }: EntryProps) {
  // Made once: sending twice after a broken connection is harmless.
  const [id] = useState(() => crypto.randomUUID());
  const [what, setWhat] = useState<string>(choices(skills)[0].items[0]?.value ?? USUAL_MANEUVER);
  const skill = what.startsWith('skill ') ? what.slice(6) : undefined;
  const variants: readonly string[] = skill ? [] : requireRoom(what).variants;
  const [variant, setVariant] = useState<string | null>(null);
  const [flownAt, setFlownAt] = useState(() => new Date().toISOString());
  const [help, setHelp] = useState<Help | null>(null);
  const [grade, setGrade] = useState<number | null>(null);
  const [words, setWords] = useState('');
  const [busy, setBusy] = useState(false);
  const keep = async () => {
    if (!help || !grade) return;
    setBusy(true);
    const which = skill
      ? { maneuver: null, variant: null, skill }
      : { maneuver: what as ManeuverId, variant: variant ?? variants[0] };
    const body: EnteredBody = { ...which, flownAt, lessonId: null, help, grade, words };
    const kept = await sent(
      answered(
        api.students[':id']['entered-attempts'].$post({ param: { id: studentId }, json: { id, body } }),
      ),
    );
    setBusy(false);
    if (kept) close();
  };
  return (
    <div className="stack" style={{ gap: 10 }}>
      <Select
        label="What"
        data={choices(skills)}
        value={what}
        allowDeselect={false}
        searchable
        onChange={(next) => {
          if (!next) return;
          setWhat(next);
          setVariant(null);
        }}
      />
      {variants.length > 1 && (
        <Select
          label="Variant"
          data={variants.map((value) => ({ value, label: variantWords(value) }))}
          value={variant ?? variants[0]}
          allowDeselect={false}
          onChange={(next) => next && setVariant(next)}
        />
      )}
      <MomentField label="Flown" value={flownAt} onChange={setFlownAt} />
      <Select
        label="With how much help"
        placeholder="Say who flew"
        data={HELP_WORDS.map((one) => ({ value: one.help, label: one.name }))}
        value={help}
        onChange={(next) => setHelp(next as Help | null)}
      />
      <GradeButtons value={grade} choose={setGrade} label="Grade" />
      <Textarea
        label="Comment"
        value={words}
        autosize
        maxLength={2000}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <div className="row" style={{ gap: 8 }}>
        <Button onClick={keep} loading={busy} disabled={!help || !grade}>
          Save
        </Button>
        <Button variant="default" onClick={close}>
          Cancel
        </Button>
      </div>
    </div>
  );
}

function Entered({
  one,
  studentId,
  mayEnter,
  skills,
}: {
  one: EnteredAttempt;
  studentId: string;
  mayEnter: boolean;
  skills: readonly PathSkill[];
}) {
  const [why, setWhy] = useState<string | null>(null);
  const grade = useGrades().find((each) => each.grade === one.grade);
  const what = (
    <>
      <strong>
        {one.grade} {grade?.name}
      </strong>{' '}
      {one.maneuver
        ? maneuverName(one.maneuver, one.variant ?? '')
        : (skills.find(({ skill }) => skill === one.skill)?.title ?? one.skill)}
      , {helpName(one.help)}
    </>
  );
  return (
    <li>
      {one.withdrawn ? <s>{what}</s> : what}
      {one.words && <div>{one.words}</div>}
      <div className="small quiet">
        {day(one.flownAt)}, by {one.by}
        {one.withdrawn && `. Removed by ${one.withdrawn.by}: ${one.withdrawn.why}`}
        {mayEnter && !one.withdrawn && why === null && (
          <Button variant="subtle" size="compact-sm" onClick={() => setWhy('')}>
            Remove
          </Button>
        )}
      </div>
      {why !== null && !one.withdrawn && (
        <form
          className="row"
          style={{ gap: 8 }}
          onSubmit={async (event) => {
            event.preventDefault();
            await sent(
              answered(
                api.students[':id']['entered-attempts'][':entry'].withdraw.$post({
                  param: { id: studentId, entry: one.id },
                  json: { why },
                }),
              ),
            );
          }}
        >
          <TextInput
            aria-label="Reason for removing it"
            placeholder="Give a reason. It stays visible."
            value={why}
            onChange={(event) => setWhy(event.currentTarget.value)}
          />
          <Button type="submit" disabled={!why.trim()}>
            Remove
          </Button>
        </form>
      )}
    </li>
  );
}
