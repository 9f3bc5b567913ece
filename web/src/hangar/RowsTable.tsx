/** Rows of a book's table, to be typed: a column a number, rows added and taken out. */
import { speedIn } from '@keel/core';
import { ActionIcon, Button, TextInput } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import type { ClipboardEvent } from 'react';
import type { Column } from './column.ts';
import { type Draft, type Path, valueAt } from './draft.ts';
import { Entry, type SetAt } from './Entry.tsx';
import { cellsOf, withPasted } from './pasted.ts';

export function RowsTable(props: {
  title: string;
  note?: string;
  path: Path;
  columns: Column[];
  draft: Draft;
  errors: Map<string, string>;
  speedUnit: string;
  set: SetAt;
}) {
  const { path, columns, draft, errors, speedUnit } = props;
  const rows = (valueAt(draft, path) as unknown[] | undefined) ?? [];
  const pairs = typeof columns[0].key === 'number';
  const setRows = (next: unknown[]) => props.set(path, next.length === 0 ? undefined : next);
  const prefix = path.join('.');
  const own = [...errors].filter(([at]) => at === prefix || at.startsWith(`${prefix}.`));
  const scale = speedIn(1, speedUnit);
  /** A block from a sheet goes into the cells from this one on. */
  const paste = (event: ClipboardEvent<HTMLTableElement>) => {
    const cell = (event.target as HTMLElement).closest<HTMLElement>('td[data-row]');
    const cells = cellsOf(event.clipboardData.getData('text/plain'));
    if (!cell || !cells) return;
    event.preventDefault();
    const at = { row: Number(cell.dataset.row), column: Number(cell.dataset.column) };
    setRows(withPasted(rows, columns, at, cells, scale));
  };
  return (
    <fieldset className="rows">
      <legend>{props.title}</legend>
      {props.note && <p className="quiet small">{props.note}</p>}
      <p className="quiet small">Columns copied from a sheet can be pasted into the first cell.</p>
      {rows.length > 0 && (
        <table className="rows-table" onPaste={paste}>
          <thead>
            <tr>
              {columns.map(({ key, label }) => (
                <th key={key} scope="col">
                  {label}
                </th>
              ))}
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {rows.map((_, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a row of a table has no name but its place
              <tr key={i}>
                {columns.map(({ key, label, kind = 'number' }, column) => {
                  const at = [...path, i, key];
                  const value = valueAt(draft, at);
                  const name = `${props.title}, row ${i + 1}: ${label}`;
                  return (
                    <td key={key} data-row={i} data-column={column}>
                      {kind === 'text' ? (
                        <TextInput
                          aria-label={name}
                          value={String(value ?? '')}
                          error={errors.has(at.join('.'))}
                          onChange={(event) => props.set(at, event.currentTarget.value)}
                        />
                      ) : (
                        <Entry
                          path={at}
                          name={name}
                          value={value}
                          scale={kind === 'speed' ? scale : 1}
                          error={errors.has(at.join('.'))}
                          empty={pairs ? null : undefined}
                          set={props.set}
                        />
                      )}
                    </td>
                  );
                })}
                <td>
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    size={36}
                    aria-label={`${props.title}: remove row ${i + 1}`}
                    onClick={() => setRows(rows.filter((_, j) => j !== i))}
                  >
                    <IconX size={16} />
                  </ActionIcon>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {own.map(([at, message]) => (
        <p key={at} className="field-error">
          {rowWords(at.slice(prefix.length + 1))}
          {message}
        </p>
      ))}
      <Button
        variant="default"
        size="compact-md"
        leftSection={<IconPlus size={15} />}
        onClick={() => setRows([...rows, pairs ? columns.map(() => null) : {}])}
      >
        Add a row
      </Button>
    </fieldset>
  );
}

/** `2.ktas` is the third row's. */
function rowWords(rest: string): string {
  const row = Number.parseInt(rest, 10);
  return Number.isNaN(row) ? '' : `Row ${row + 1}: `;
}
