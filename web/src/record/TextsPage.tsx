/** Endorsements in the school's own words: what is signed later reads as it stands here, with what is in braces filled in. */
import {
  ENDORSEMENT_BRACES,
  type EndorsementTemplate,
  endorsementTemplatesSchema,
  fillTemplate,
  unfilled,
} from '@keel/core';
import { Button, Checkbox, Select, Textarea, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useState } from 'react';
import { Link } from 'react-router';
import { ApiError, answered, api, messageOf } from '../api/client.ts';
import { useMe, useSyllabuses, useTemplates } from '../api/hooks.ts';
import { AskBeforeLeaving } from '../frame/AskBeforeLeaving.tsx';
import { TitleBar } from '../frame/TitleBar.tsx';
import { Caution } from '../parts/caution.tsx';
import { freeId } from '../parts/free-id.ts';
import { NumberField } from '../parts/NumberField.tsx';
import { Waiting } from '../parts/states.tsx';
import { mergedTexts } from './merge-texts.ts';

const SAMPLE = {
  student: 'A. Student',
  instructor: 'An Instructor',
  airplane: 'the airplane',
  date: '2 Mar 2027',
  ends: '31 May 2027',
  limits: 'wind 12 kt, crosswind 5 kt',
};

export function TextsPage() {
  const kept = useTemplates();
  const syllabuses = useSyllabuses();
  const { data: me } = useMe();
  const [draft, setDraft] = useState<EndorsementTemplate[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  if (!kept.data || !me) return <Waiting query={kept} what="the endorsements’ texts" />;
  const { templates, tag } = kept.data;
  const shown = draft ?? templates;
  const readOnly = me.role !== 'chief';
  const gates = syllabuses.data?.find(({ taught }) => taught)?.data.gates ?? [];
  const faults = new Map(
    endorsementTemplatesSchema
      .safeParse(shown)
      .error?.issues.map(({ path, message }) => [path.join('.'), message]),
  );
  const put = (i: number, more: Partial<EndorsementTemplate>) =>
    setDraft(shown.with(i, { ...shown[i], ...more }));
  const save = async () => {
    setProblem(null);
    try {
      await answered(api['endorsement-templates'].$put({ json: shown }, { headers: { 'If-Match': tag } }));
      setDraft(null);
      await kept.mutate();
      notifications.show({ message: 'Saved. What was signed before stays as it was signed.' });
    } catch (error) {
      if (error instanceof ApiError && error.status === 409) {
        const now = await kept.mutate();
        if (now) setDraft(mergedTexts(templates, shown, now.templates));
      }
      setProblem(messageOf(error));
    }
  };
  return (
    <>
      <AskBeforeLeaving unsaved={draft !== null} what="The endorsements’ texts" />
      <TitleBar title="Endorsement texts" about="As they will read when an instructor signs them.">
        <Button component={Link} to="/syllabus" variant="default">
          Syllabus
        </Button>
        {!readOnly && (
          <Button onClick={save} disabled={draft === null || faults.size > 0}>
            Save texts
          </Button>
        )}
      </TitleBar>
      <div className="page stack">
        {problem && (
          <div className="sheet" role="alert">
            {problem}
          </div>
        )}
        {readOnly && <p className="quiet">Only the chief instructor can edit these.</p>}
        {shown.map((template, i) => (
          <section
            // biome-ignore lint/suspicious/noArrayIndexKey: an id is being typed, and its place is what it is
            key={i}
            className="sheet stack"
            aria-label={template.title || 'An endorsement'}
            style={{ gap: 10 }}
          >
            <div className="row spread">
              <h2>{template.title}</h2>
              {!readOnly && (
                <Button
                  size="compact-sm"
                  variant="subtle"
                  aria-label={`Remove ${template.title}`}
                  disabled={shown.length === 1}
                  onClick={() => setDraft(shown.filter((_, nth) => nth !== i))}
                >
                  Remove
                </Button>
              )}
            </div>
            <div className="editor-fields">
              <TextInput
                label="Title"
                value={template.title}
                readOnly={readOnly}
                error={faults.get(`${i}.title`)}
                onChange={(event) => put(i, { title: event.currentTarget.value })}
              />
              <Select
                label="Completes the requirement"
                clearable
                disabled={readOnly}
                data={gates.map(({ id, title }) => ({ value: id, label: title }))}
                value={template.gate}
                onChange={(gate) => put(i, { gate })}
              />
              <NumberField
                label="Valid for, days; empty: no end"
                readOnly={readOnly}
                value={template.lastsDays ?? ''}
                error={faults.get(`${i}.lastsDays`)}
                onChange={(days) => put(i, { lastsDays: typeof days === 'number' ? days : null })}
              />
              <TextInput
                label="Source"
                value={template.source}
                readOnly={readOnly}
                onChange={(event) => put(i, { source: event.currentTarget.value })}
              />
            </div>
            <Textarea
              label="Text"
              autosize
              minRows={2}
              value={template.text}
              readOnly={readOnly}
              error={faults.get(`${i}.text`)}
              onChange={(event) => put(i, { text: event.currentTarget.value })}
            />
            <p className="small quiet">
              <strong>Reads:</strong> {fillTemplate(template.text, SAMPLE)}
              {unfilled(fillTemplate(template.text, SAMPLE)).length > 0 && (
                <span className="field-error"> Other braces stay as they are.</span>
              )}
            </p>
            <Checkbox
              label="From memory: not yet checked against the regulation"
              checked={template.fromMemory}
              disabled={readOnly}
              onChange={(event) => put(i, { fromMemory: event.currentTarget.checked })}
            />
          </section>
        ))}
        {!readOnly && (
          <Button
            variant="default"
            style={{ alignSelf: 'start' }}
            onClick={() =>
              setDraft([
                ...shown,
                {
                  id: freeId('endorsement', shown),
                  title: 'A new endorsement',
                  text: 'I have trained {student} in {airplane}. From {date} on.',
                  lastsDays: null,
                  gate: null,
                  source: 'the school’s own',
                  fromMemory: false,
                },
              ])
            }
          >
            Add an endorsement
          </Button>
        )}
        <Caution>
          In braces: {ENDORSEMENT_BRACES.map((name) => `{${name}}`).join(', ')}. The authority decides which
          words it requires. The instructor signs them, not the program.
        </Caution>
      </div>
    </>
  );
}
