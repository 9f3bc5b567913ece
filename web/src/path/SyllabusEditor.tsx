/** A syllabus being changed: figures, skills in their order, gates; what does not fit is said where it stands, before it is sent. */
import { type Syllabus, syllabusSchema } from '@keel/core';
import { Button, Checkbox, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, messageOf, read } from '../api/client.ts';
import type { useSyllabuses } from '../api/hooks.ts';
import { AskBeforeLeaving } from '../frame/AskBeforeLeaving.tsx';
import { freeId } from '../parts/free-id.ts';
import { GateFields } from './GateFields.tsx';
import { ReadyFields } from './ReadyFields.tsx';
import { SkillFields } from './SkillFields.tsx';
import { faultsOf, placed, renamed } from './syllabus-draft.ts';

type Listed = NonNullable<ReturnType<typeof useSyllabuses>['data']>;

export function SyllabusEditor(props: {
  syllabus: Syllabus;
  /** 0 for a copy that is not there yet. */
  version: number;
  saved: (next: Listed, id: string) => Promise<void>;
}) {
  const { syllabus, version } = props;
  const copy = version === 0;
  const [draft, setDraft] = useState<Syllabus>(() =>
    copy ? { ...syllabus, id: `${syllabus.id}-own`, title: `${syllabus.title}, ours` } : syllabus,
  );
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const change = (more: Partial<Syllabus>) => setDraft((before) => ({ ...before, ...more }));
  const faults = faultsOf(draft);
  const save = async () => {
    setBusy(true);
    setProblem(null);
    try {
      const { id } = draft;
      const data = syllabusSchema.parse(draft);
      await props.saved(
        await read(api.syllabuses[':id'].$put({ param: { id }, json: { version, data } })),
        id,
      );
    } catch (error) {
      setProblem(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="stack">
      <AskBeforeLeaving unsaved={draft !== syllabus && !busy} what="The syllabus" />
      <section className="sheet stack" aria-label="The syllabus itself">
        <div className="row spread editor-bar">
          <h2>{copy ? 'A copy to edit' : 'Its next version'}</h2>
          <div className="row">
            {faults.size > 0 && (
              <span className="field-error" role="status">
                {faults.size === 1 ? '1 thing needs correcting' : `${faults.size} things need correcting`}
              </span>
            )}
            <Button onClick={save} loading={busy} disabled={faults.size > 0}>
              Save {copy ? 'the copy' : 'its next version'}
            </Button>
          </div>
        </div>
        {problem && (
          <p role="alert" className="field-error">
            {problem}
          </p>
        )}
        <div className="editor-fields">
          <TextInput
            label="Its id"
            value={draft.id}
            readOnly={!copy}
            error={faults.get('id')}
            onChange={(event) => change({ id: event.currentTarget.value })}
          />
          <TextInput
            label="Title"
            value={draft.title}
            error={faults.get('title')}
            onChange={(event) => change({ title: event.currentTarget.value })}
          />
          <TextInput
            label="Source"
            value={draft.source}
            error={faults.get('source')}
            onChange={(event) => change({ source: event.currentTarget.value })}
          />
        </div>
        <Textarea
          label="What it is"
          autosize
          value={draft.about}
          error={faults.get('about')}
          onChange={(event) => change({ about: event.currentTarget.value })}
        />
        <Checkbox
          label="From memory: not yet checked against the document"
          checked={draft.fromMemory}
          onChange={(event) => change({ fromMemory: event.currentTarget.checked })}
        />
      </section>
      <section className="sheet stack" aria-label="What makes a skill ready">
        <h2>What makes a skill ready</h2>
        <p className="small quiet">Common practice; your school may ask for more, of all skills or of one.</p>
        <ReadyFields
          rules={draft.ready}
          fault={(key) => faults.get(`ready.${key}`)}
          change={(more) => change({ ready: { ...draft.ready, ...more } })}
        />
      </section>
      <section className="sheet stack" aria-label="Skills">
        <h2>Skills, in the order they are taught</h2>
        {draft.skills.map((skill, i) => (
          <SkillFields
            // biome-ignore lint/suspicious/noArrayIndexKey: an id is being typed, and its place is what it is
            key={i}
            skill={skill}
            earlier={draft.skills.slice(0, i)}
            gates={draft.gates}
            faults={faultsAt(faults, `skills.${i}`)}
            change={(next) => setDraft(renamed(draft, i, next))}
            move={(by) => setDraft(placed(draft, i, i + by))}
            remove={() => change({ skills: draft.skills.filter((_, nth) => nth !== i) })}
          />
        ))}
        <Button
          variant="default"
          style={{ alignSelf: 'start' }}
          onClick={() =>
            change({
              skills: [
                ...draft.skills,
                {
                  id: freeId('skill', draft.skills),
                  title: 'A new skill',
                  maneuver: null,
                  asks: [],
                  staleAfterDays: 30,
                  after: [],
                  gates: [],
                  ready: {},
                },
              ],
            })
          }
        >
          Add a skill
        </Button>
      </section>
      <section className="sheet stack" aria-label="Solo requirements">
        <h2>Requirements before the first solo</h2>
        {draft.gates.map((gate, i) => (
          <GateFields
            // biome-ignore lint/suspicious/noArrayIndexKey: an id is being typed, and its place is what it is
            key={i}
            gate={gate}
            faults={faultsAt(faults, `gates.${i}`)}
            change={(next) => change({ gates: draft.gates.with(i, next) })}
            remove={() =>
              change({
                gates: draft.gates.filter((_, nth) => nth !== i),
                skills: draft.skills.map((skill) => ({
                  ...skill,
                  gates: skill.gates.filter((id) => id !== gate.id),
                })),
              })
            }
          />
        ))}
        <Button
          variant="default"
          style={{ alignSelf: 'start' }}
          onClick={() =>
            change({
              gates: [
                ...draft.gates,
                {
                  id: freeId('gate', draft.gates),
                  title: 'A new requirement',
                  text: 'What is asked, in words.',
                  source: 'the school’s own',
                  fromMemory: false,
                  closes: 'word',
                  by: 'instructor',
                  ends: false,
                },
              ],
            })
          }
        >
          Add a requirement
        </Button>
      </section>
    </div>
  );
}

/** The faults of one thing in a list, by what is left of their path. */
const faultsAt = (faults: ReadonlyMap<string, string>, at: string): Map<string, string> =>
  new Map(
    [...faults].flatMap(([path, message]) =>
      path === at || path.startsWith(`${at}.`) ? [[path.slice(at.length + 1), message] as const] : [],
    ),
  );
