/** The fields and tables of one step, in the airplane's own units. */
import { TextInput } from '@mantine/core';
import { type Draft, valueAt } from './draft.ts';
import { Entry, type SetAt } from './Entry.tsx';
import { RowsTable } from './RowsTable.tsx';
import { POWER, SPEED, type Step } from './steps.ts';

interface Props {
  step: Step;
  draft: Draft;
  errors: Map<string, string>;
  set: SetAt;
  /** The shown unit of speeds in the file's. */
  scale: number;
}

export function StepFields({ step, draft, errors, set, scale }: Props) {
  const speedUnit = draft.speedUnit === 'mph' ? 'mph' : 'kt';
  const powerUnit = String(draft.powerUnit ?? 'rpm');
  const inUnits = (label: string) => label.replace(SPEED, speedUnit).replace(POWER, powerUnit);
  return (
    <>
      <div className="editor-fields">
        {step.fields.map(({ path, label, kind, unit }) => {
          const value = valueAt(draft, path);
          const error = errors.get(path.join('.'));
          return kind === 'text' ? (
            <TextInput
              key={label}
              label={label}
              value={String(value ?? '')}
              error={error}
              onChange={(event) => set(path, event.currentTarget.value || undefined)}
            />
          ) : (
            <Entry
              key={label}
              path={path}
              label={`${label}, ${kind === 'speed' ? speedUnit : unit}`}
              value={value}
              scale={kind === 'speed' ? scale : 1}
              error={error}
              set={set}
            />
          );
        })}
      </div>
      {step.tables.length > 0 && (
        <div className="editor-tables">
          {step.tables.map(({ title, note, path, columns }) => (
            <RowsTable
              key={title}
              {...{ title, note, path, draft, errors, speedUnit, set }}
              columns={columns.map((column) => ({ ...column, label: inUnits(column.label) }))}
            />
          ))}
        </div>
      )}
    </>
  );
}
