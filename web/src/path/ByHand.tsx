/** What was flown with nothing recording: entered by hand, graded, and taken back with a reason. */
import {
  type EnteredAttempt,
  type EnteredBody,
  GRADES,
  type Help,
  type ManeuverId,
  requireRoom,
  rooms,
  USUAL_MANEUVER,
} from '@keel/core';
import { Button, Select, Textarea, TextInput } from '@mantine/core';
import { DateTimePicker } from '@mantine/dates';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { mutate } from 'swr';
import { answered, api, messageOf } from '../api/client.ts';
import { pathOf } from '../api/hooks.ts';
import { GradeButtons } from '../debrief/Grading.tsx';
import { HELP_WORDS, helpName } from '../debrief/WhoFlew.tsx';
import { day, fromField, maneuverName, toField } from '../parts/format.ts';

interface Props {
  studentId: string;
  byHand: readonly EnteredAttempt[];
  mayEnter: boolean;
}

export function ByHand({ studentId, byHand, mayEnter }: Props) {
  const [entering, setEntering] = useState(false);
  if (byHand.length === 0 && !mayEnter) return null;
  return (
    <section className="sheet stack by-hand" aria-label="Flown without a recording">
      <div className="row spread">
        <h2>Flown without a recording</h2>
        {mayEnter && !entering && (
          <Button variant="default" size="compact-md" onClick={() => setEntering(true)}>
            Enter one
          </Button>
        )}
      </div>
      {entering && <EntryForm studentId={studentId} close={() => setEntering(false)} />}
      {byHand.length === 0 && !entering && (
        <p className="small quiet">
          Nothing. A grade given here counts as a grade; nothing of it was measured.
        </p>
      )}
      <ul className="words">
        {[...byHand].reverse().map((one) => (
          <Entered key={one.id} one={one} studentId={studentId} mayEnter={mayEnter} />
        ))}
      </ul>
    </section>
  );
}

/** Sends, and has the path read again; what failed is said, and what was typed stays. */
async function sent(studentId: string, sending: Promise<unknown>): Promise<boolean> {
  try {
    await sending;
    await mutate(pathOf(studentId));
    return true;
  } catch (error) {
    notifications.show({ color: 'red', title: 'Not kept', message: messageOf(error) });
    return false;
  }
}

function EntryForm({ studentId, close }: { studentId: string; close: () => void }) {
  // Made once: sending twice after a broken connection is harmless.
  const [id] = useState(() => crypto.randomUUID());
  const [maneuver, setManeuver] = useState<ManeuverId>(USUAL_MANEUVER);
  const { variants } = requireRoom(maneuver);
  const [variant, setVariant] = useState<string>(variants[0]);
  const [flownAt, setFlownAt] = useState(() => new Date().toISOString());
  const [help, setHelp] = useState<Help | null>(null);
  const [grade, setGrade] = useState<number | null>(null);
  const [words, setWords] = useState('');
  const [busy, setBusy] = useState(false);
  const keep = async () => {
    if (!help || !grade) return;
    setBusy(true);
    const body: EnteredBody = { maneuver, variant, flownAt, lessonId: null, help, grade, words };
    const kept = await sent(
      studentId,
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
        label="Maneuver"
        data={rooms.map((room) => ({ value: room.id, label: room.title }))}
        value={maneuver}
        allowDeselect={false}
        onChange={(next) => {
          if (!next) return;
          setManeuver(next as ManeuverId);
          setVariant(requireRoom(next).variants[0]);
        }}
      />
      {variants.length > 1 && (
        <Select
          label="Which"
          data={[...variants]}
          value={variant}
          allowDeselect={false}
          onChange={(next) => next && setVariant(next)}
        />
      )}
      <DateTimePicker
        label="Flown"
        valueFormat="ddd D MMM YYYY, HH:mm"
        value={toField(flownAt)}
        onChange={(next) => next && setFlownAt(fromField(next))}
      />
      <Select
        label="With how much help"
        placeholder="Say who flew"
        data={HELP_WORDS.map((one) => ({ value: one.help, label: one.name }))}
        value={help}
        onChange={(next) => setHelp(next as Help | null)}
      />
      <GradeButtons value={grade} choose={setGrade} label="Grade" />
      <Textarea
        label="Words"
        value={words}
        autosize
        maxLength={2000}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <div className="row" style={{ gap: 8 }}>
        <Button onClick={keep} loading={busy} disabled={!help || !grade}>
          Keep it
        </Button>
        <Button variant="default" onClick={close}>
          Leave it
        </Button>
      </div>
    </div>
  );
}

function Entered({
  one,
  studentId,
  mayEnter,
}: {
  one: EnteredAttempt;
  studentId: string;
  mayEnter: boolean;
}) {
  const [why, setWhy] = useState<string | null>(null);
  const grade = GRADES.find((each) => each.grade === one.grade);
  const what = (
    <>
      <strong>
        {one.grade} {grade?.name}
      </strong>{' '}
      {maneuverName(one.maneuver, one.variant)}, {helpName(one.help)}
    </>
  );
  return (
    <li>
      {one.withdrawn ? <s>{what}</s> : what}
      {one.words && <div>{one.words}</div>}
      <div className="small quiet">
        {day(one.flownAt)}, by {one.by}
        {one.withdrawn && `. Taken back by ${one.withdrawn.by}: ${one.withdrawn.why}`}
        {mayEnter && !one.withdrawn && why === null && (
          <Button variant="subtle" size="compact-sm" onClick={() => setWhy('')}>
            Take it back
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
              studentId,
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
            aria-label="Why it is taken back"
            placeholder="Why? It stays in sight."
            value={why}
            onChange={(event) => setWhy(event.currentTarget.value)}
          />
          <Button type="submit" disabled={!why.trim()}>
            Take it back
          </Button>
        </form>
      )}
    </li>
  );
}
