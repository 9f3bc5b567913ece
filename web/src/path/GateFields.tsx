/** One gate of a syllabus: what is asked, by which source, and how it closes. */
import { GATE_CLOSES, type Gate } from '@keel/core';
import { Button, Checkbox, Select, Textarea, TextInput } from '@mantine/core';
import { NumberField } from '../parts/NumberField.tsx';
import { Fold } from './Fold.tsx';

const CLOSES: Record<Gate['closes'], string> = {
  evidence: 'skills and an instructor’s word',
  word: 'an instructor’s word alone',
  document: 'a document with a date',
  age: 'the student’s age',
};

export function GateFields(props: {
  gate: Gate;
  faults: ReadonlyMap<string, string>;
  change: (gate: Gate) => void;
  remove: () => void;
}) {
  const { gate, faults } = props;
  const change = (more: Partial<Gate>) => props.change({ ...gate, ...more });
  const days = (value: string | number) => (typeof value === 'number' ? value : undefined);
  return (
    <Fold
      title={gate.title}
      about={`by ${CLOSES[gate.closes]}`}
      faults={faults}
      actions={
        <Button size="compact-sm" variant="subtle" aria-label={`Remove ${gate.title}`} onClick={props.remove}>
          Remove
        </Button>
      }
    >
      <div className="editor-fields">
        <TextInput
          label="Title"
          value={gate.title}
          error={faults.get('title')}
          onChange={(event) => change({ title: event.currentTarget.value })}
        />
        <TextInput label="Id" value={gate.id} readOnly error={faults.get('id')} />
        <Select
          label="Confirmed by"
          allowDeselect={false}
          data={GATE_CLOSES.map((value) => ({ value, label: CLOSES[value] }))}
          value={gate.closes}
          error={faults.get('closes')}
          onChange={(value) => value && change({ closes: value as Gate['closes'] })}
        />
        <Select
          label="Who confirms"
          allowDeselect={false}
          data={[
            { value: 'instructor', label: 'an instructor' },
            { value: 'chief', label: 'the chief instructor alone' },
          ]}
          value={gate.by}
          onChange={(value) => value && change({ by: value as Gate['by'] })}
        />
        {gate.closes === 'age' && (
          <NumberField
            label="Years"
            value={gate.years ?? ''}
            error={faults.get('years')}
            onChange={(value) => change({ years: days(value) })}
          />
        )}
        {gate.closes === 'document' && (
          <NumberField
            label="Valid for, days"
            value={gate.lastsDays ?? ''}
            error={faults.get('lastsDays')}
            onChange={(value) => change({ lastsDays: days(value) })}
          />
        )}
      </div>
      <Textarea
        label="Requirement"
        autosize
        value={gate.text}
        error={faults.get('text')}
        onChange={(event) => change({ text: event.currentTarget.value })}
      />
      <div className="row" style={{ alignItems: 'end', gap: 18, flexWrap: 'wrap' }}>
        <TextInput
          label="Source"
          value={gate.source}
          error={faults.get('source')}
          onChange={(event) => change({ source: event.currentTarget.value })}
          style={{ flex: 1, minWidth: 220 }}
        />
        <Checkbox
          label="from memory"
          checked={gate.fromMemory}
          onChange={(event) => change({ fromMemory: event.currentTarget.checked })}
        />
        {gate.closes === 'document' && (
          <Checkbox
            label="an expiry date is required"
            checked={gate.ends}
            onChange={(event) => change({ ends: event.currentTarget.checked })}
          />
        )}
      </div>
    </Fold>
  );
}
