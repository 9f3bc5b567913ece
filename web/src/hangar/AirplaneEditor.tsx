/** The airplane file as a form in steps; every change is checked against the others, and the fit follows. */
import { AIRPLANE_PART_WORDS, type Airplane, type AirplanePart, speedIn } from '@keel/core';
import { Button, Checkbox, Tabs } from '@mantine/core';
import { useCallback, useState } from 'react';
import { showFirstError } from '../parts/form-errors.ts';
import { About } from './About.tsx';
import { check, type Draft, valueAt, withValue } from './draft.ts';
import type { SetAt } from './Entry.tsx';
import { StepFields } from './StepFields.tsx';
import { STEPS, type Step, stepOf } from './steps.ts';

export function AirplaneEditor(props: {
  airplane: Draft;
  /** Of an airplane that is begun from nothing, what is missing is said once it is to be saved. */
  isNew?: boolean;
  onSave: (airplane: Airplane) => Promise<void>;
  onCancel: () => void;
}) {
  const [draft, setDraft] = useState<Draft>(() => structuredClone(props.airplane));
  const [saving, setSaving] = useState(false);
  const [step, setStep] = useState<Step['id']>('about');
  const [asked, setAsked] = useState(props.isNew !== true);
  const { airplane, errors } = check(draft);
  const shown = asked ? errors : new Map<string, string>();
  const set = useCallback<SetAt>((path, value) => setDraft((before) => withValue(before, path, value)), []);
  const unchecked = (valueAt(draft, ['unchecked']) as AirplanePart[] | undefined) ?? [];
  const title = typeof draft.name === 'string' && draft.name ? draft.name : 'a new airplane';
  const at = STEPS.findIndex(({ id }) => id === step);
  const wrongIn = (id: Step['id']) => [...shown.keys()].filter((path) => stepOf(path) === id).length;

  const save = async () => {
    setAsked(true);
    if (!airplane) {
      const wrong = [...errors.keys()].map(stepOf);
      if (!wrong.includes(step)) setStep(STEPS.find(({ id }) => wrong.includes(id))?.id ?? step);
      return showFirstError();
    }
    setSaving(true);
    await props.onSave(airplane).finally(() => setSaving(false));
  };
  const compared = (part: AirplanePart, done: boolean) => {
    const rest = done ? unchecked.filter((one) => one !== part) : [...unchecked, part];
    set(['unchecked'], rest.length > 0 ? rest : undefined);
  };
  return (
    <section className="sheet stack" aria-label={`Edit ${title}`}>
      <div className="row spread editor-bar">
        <h2>Book numbers of {title}</h2>
        <div className="row">
          {shown.size > 0 && (
            <span className="field-error" role="status">
              {shown.size === 1 ? '1 field needs correcting' : `${shown.size} fields need correcting`}
            </span>
          )}
          <Button variant="default" onClick={props.onCancel}>
            Discard changes
          </Button>
          <Button onClick={save} loading={saving}>
            Save airplane
          </Button>
        </div>
      </div>
      <Tabs value={step} onChange={(to) => to && setStep(to as Step['id'])} keepMounted={false} unstyled>
        <Tabs.List className="line-tabs" aria-label="Steps of the airplane file">
          {STEPS.map(({ id, title: name }) => (
            <Tabs.Tab key={id} value={id}>
              {name}
              {wrongIn(id) > 0 ? (
                <em className="step-mark wrong">{wrongIn(id)} to correct</em>
              ) : (
                unchecked.includes(id as AirplanePart) && <em className="step-mark">to compare</em>
              )}
            </Tabs.Tab>
          ))}
        </Tabs.List>
        {STEPS.map((one) => (
          <Tabs.Panel key={one.id} value={one.id} className="stack editor-step">
            <StepFields step={one} draft={draft} errors={shown} set={set} scale={speedIn(1, unitOf(draft))} />
            {one.id === 'about' && <About draft={draft} errors={shown} set={set} />}
            {one.id !== 'about' && (
              <Checkbox
                label={`Compared with this airplane’s own handbook: ${AIRPLANE_PART_WORDS[one.id]}`}
                description="Until then, every brief says so."
                checked={!unchecked.includes(one.id)}
                onChange={(event) => one.id !== 'about' && compared(one.id, event.currentTarget.checked)}
              />
            )}
          </Tabs.Panel>
        ))}
      </Tabs>
      <div className="row">
        <Button variant="default" disabled={at === 0} onClick={() => setStep(STEPS[at - 1].id)}>
          Back
        </Button>
        <Button
          variant="default"
          disabled={at === STEPS.length - 1}
          onClick={() => setStep(STEPS[at + 1].id)}
        >
          {at === STEPS.length - 1 ? 'Next' : `Next: ${STEPS[at + 1].title.toLowerCase()}`}
        </Button>
      </div>
    </section>
  );
}

const unitOf = (draft: Draft): 'kt' | 'mph' => (draft.speedUnit === 'mph' ? 'mph' : 'kt');
