/** What the columns of a table of another make are: proposed, put right by a person, and kept for the next file like it. */
import { CHANNELS, guessMapping, isChannel, type Mapping, type TableHead } from '@keel/core';
import { Button, Checkbox, Select } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Dialog } from '../../parts/Dialog.tsx';
import { shownZone } from '../../parts/format.ts';
import { PlainTable } from '../../parts/PlainTable.tsx';
import { ColumnOver } from './ColumnOver.tsx';
import {
  type Choice,
  choicesFrom,
  DATE,
  isLocal,
  mappingFrom,
  NOTHING,
  SIGNED,
  TIME,
  unitChoices,
} from './mapping-choices.ts';
import { columnOver } from './over-flight.ts';
import './mapping.css';

const AS = [
  { value: NOTHING, label: 'not used' },
  { value: TIME, label: 'time' },
  { value: DATE, label: 'date' },
  ...Object.entries(CHANNELS).map(([value, { label }]) => ({ value, label })),
];

export function MappingDialog(props: {
  fileName: string;
  head: TableHead;
  /** Rows from the table's beginning to its end. */
  rows: readonly string[][];
  remembered: Mapping | null;
  /** Why the file could not be read so. */
  problem?: string | null;
  use: (mapping: Mapping) => void;
  close: () => void;
}) {
  const { fileName, head, rows, remembered, problem, use, close } = props;
  const [choices, setChoices] = useState(() => choicesFrom(head, remembered ?? guessMapping(head)));
  const change = (i: number, part: Partial<Choice>) =>
    setChoices(choices.map((choice, k) => (k === i ? { ...choice, ...part } : choice)));
  const over = useMemo(() => head.columns.map((_, i) => columnOver(rows, i)), [head, rows]);
  const made = mappingFrom(head, choices, shownZone());
  const local = head.columns.find((column, i) => choices[i].as === TIME && isLocal(column, choices[i].unit));
  return (
    <Dialog onClose={close} size={900} title={<strong>What are the columns of {fileName}?</strong>}>
      <div className="stack">
        {problem && (
          <p role="alert" className="field-error">
            <strong>The file was not saved.</strong> {problem}
          </p>
        )}
        <p className="small">
          {remembered
            ? 'This is how a file with this header was read before.'
            : 'Proposed from the column names. Check the sample values and correct what is wrong. Your choice is saved for the next file with this header.'}
        </p>
        {local !== undefined && (
          <p className="small">
            “{local}” is read as the school’s local time, {shownZone()}.
          </p>
        )}
        <div className="mapping-scroll">
          <PlainTable className="mapping">
            <thead>
              <tr>
                <th>Column</th>
                <th>Values over the flight</th>
                <th>Meaning</th>
                <th>Unit</th>
                <th>Reversed sign</th>
              </tr>
            </thead>
            <tbody>
              {head.columns.map((column, i) => {
                const { as, unit, flip } = choices[i];
                const units = unitChoices(as);
                if (column === '') return null;
                return (
                  <tr key={column} data-used={as !== NOTHING || undefined}>
                    <td>
                      <strong>{column}</strong>{' '}
                      {head.units[i] && head.units[i] !== column && (
                        <span className="quiet small">{head.units[i]}</span>
                      )}
                    </td>
                    <td>
                      {over[i].filter((value) => value !== null).length >= 3 ? (
                        <ColumnOver values={over[i]} flip={flip} />
                      ) : (
                        <span className="quiet small">
                          {(rows.length > 0 ? [rows[rows.length >> 1]] : head.sample.slice(0, 2))
                            .map((row) => row[i])
                            .join(' · ')}
                        </span>
                      )}
                    </td>
                    <td>
                      <Select
                        aria-label={`${column} is`}
                        size="xs"
                        searchable
                        allowDeselect={false}
                        value={as}
                        onChange={(value) =>
                          value &&
                          change(i, { as: value, unit: unitChoices(value)[0]?.value ?? '', flip: false })
                        }
                        data={AS}
                      />
                    </td>
                    <td>
                      {units.length > 0 && (
                        <Select
                          aria-label={`Unit of ${column}`}
                          size="xs"
                          allowDeselect={false}
                          value={unit}
                          onChange={(value) => value && change(i, { unit: value })}
                          data={units}
                        />
                      )}
                    </td>
                    <td>
                      {isChannel(as) && SIGNED.includes(as) && (
                        <Checkbox
                          aria-label={`${column}: reversed sign`}
                          checked={flip}
                          onChange={(event) => change(i, { flip: event.currentTarget.checked })}
                        />
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </PlainTable>
        </div>
        <div className="row spread">
          <span role="status" className="small">
            {typeof made === 'string' ? made : 'Nose up, right wing down and climbing count as plus here.'}
          </span>
          <Button disabled={typeof made === 'string'} onClick={() => typeof made !== 'string' && use(made)}>
            Read the file
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
