/** What stands between a student and the first solo, what is still open first. Nothing here says that anyone is ready. */
import { type SaidGate, STANDING_WORDS, type StandingWord } from '@keel/core';
import { Button, Textarea } from '@mantine/core';
import { IconDoor, IconDoorEnter } from '@tabler/icons-react';
import { useState } from 'react';
import { answered, api } from '../api/client.ts';
import { DayField } from '../parts/DayField.tsx';
import { day } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';

interface Props {
  studentId: string;
  gates: readonly SaidGate[];
  born: string | null;
  mayClose: boolean;
  chief: boolean;
}

export function Gates({ studentId, gates, born, mayClose, chief }: Props) {
  const [opened, setOpened] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const open = gates.filter(({ state }) => state !== 'closed');
  const done = gates.filter(({ state }) => state === 'closed');
  return (
    <section className="sheet" aria-label="Solo requirements">
      <h2>
        Solo requirements{' '}
        <span className="quiet small">
          {done.length} of {gates.length} complete
        </span>
      </h2>
      <ul className="gates">
        {[...open, ...(all ? done : [])].map((gate) => (
          <li key={gate.id} data-state={gate.state}>
            <button
              type="button"
              className="gate-line"
              aria-expanded={opened === gate.id}
              onClick={() => setOpened(opened === gate.id ? null : gate.id)}
            >
              {gate.state === 'closed' ? (
                <IconDoorEnter size={17} aria-hidden />
              ) : (
                <IconDoor size={17} aria-hidden />
              )}
              <span className="gate-title">{gate.title}</span>
              <span className="small quiet">{gate.says}</span>
            </button>
            {opened === gate.id && (
              <GateDetail
                {...{ gate, studentId, born }}
                mayClose={mayClose && (gate.by === 'instructor' || chief)}
                done={() => setOpened(null)}
              />
            )}
          </li>
        ))}
      </ul>
      {done.length > 0 && (
        <Button variant="subtle" size="compact-md" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Hide what is complete' : `Show ${done.length} complete`}
        </Button>
      )}
    </section>
  );
}

function GateDetail({
  gate,
  studentId,
  born,
  mayClose,
  done,
}: Pick<Props, 'studentId' | 'born' | 'mayClose'> & { gate: SaidGate; done: () => void }) {
  const { closing, skills } = gate;
  return (
    <div className="gate-detail stack">
      <p className="small">{gate.text}</p>
      <p className="small quiet">
        {gate.source}
        {gate.fromMemory && ', from memory'}
      </p>
      {skills.length > 0 && (
        <p className="small">
          {skills
            .map(({ title, standing }) => `${title}: ${STANDING_WORDS[standing as StandingWord]}`)
            .join(' · ')}
        </p>
      )}
      {closing && (
        <p className="small">
          Confirmed {day(closing.at)} by {closing.byName}
          {closing.words && `: “${closing.words}”`}
        </p>
      )}
      {mayClose && gate.closes === 'age' && <Born studentId={studentId} born={born} />}
      {mayClose && gate.closes !== 'age' && gate.state === 'closed' && (
        <Reopen {...{ gate, studentId, done }} />
      )}
      {mayClose && gate.closes !== 'age' && gate.state !== 'closed' && (
        <Close {...{ gate, studentId, done }} />
      )}
    </div>
  );
}

function Close({ gate, studentId, done }: { gate: SaidGate; studentId: string; done: () => void }) {
  const [id] = useState(() => crypto.randomUUID());
  const [words, setWords] = useState('');
  const [date, setDate] = useState<string | null>(null);
  const [endsOn, setEndsOn] = useState<string | null>(null);
  const paper = gate.closes === 'document';
  const weak = gate.closes === 'evidence' && gate.skills.some(({ standing }) => standing !== 'ready');
  const close = async () => {
    const body = { words, ...(paper && date && { date }), ...(paper && { endsOn }) };
    const kept = await sent(
      answered(
        api.students[':id'].gates[':gate'].$post({
          param: { id: studentId, gate: gate.id },
          json: { id, body },
        }),
      ),
    );
    if (kept) done();
  };
  return (
    <div className="stack">
      {paper && (
        <div className="row">
          <DayField label="Given on" value={date} onChange={setDate} style={{ flex: 1 }} />
          <DayField label="Ends on" value={endsOn} onChange={setEndsOn} style={{ flex: 1 }} />
        </div>
      )}
      <Textarea
        label={weak ? 'What you saw, as not every skill is to standard' : 'Words'}
        autosize
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button onClick={close} disabled={(paper && !date) || (weak && words.trim().length < 10)}>
        Confirm
      </Button>
    </div>
  );
}

function Reopen({ gate, studentId, done }: { gate: SaidGate; studentId: string; done: () => void }) {
  const [why, setWhy] = useState('');
  return (
    <div className="stack">
      <Textarea
        label="Reason for reopening"
        autosize
        value={why}
        onChange={(event) => setWhy(event.currentTarget.value)}
      />
      <Button
        variant="default"
        disabled={!why.trim()}
        onClick={async () => {
          const kept = await sent(
            answered(
              api.students[':id'].gates[':gate'].reopen.$post({
                param: { id: studentId, gate: gate.id },
                json: { why },
              }),
            ),
          );
          if (kept) done();
        }}
      >
        Reopen
      </Button>
    </div>
  );
}

function Born({ studentId, born }: { studentId: string; born: string | null }) {
  const [value, setValue] = useState(born);
  return (
    <div className="row">
      <DayField label="Day of birth" value={value} onChange={setValue} style={{ flex: 1 }} />
      <Button
        style={{ alignSelf: 'end' }}
        disabled={!value || value === born}
        onClick={() =>
          value &&
          sent(answered(api.students[':id'].born.$put({ param: { id: studentId }, json: { born: value } })))
        }
      >
        Save the day of birth
      </Button>
    </div>
  );
}
