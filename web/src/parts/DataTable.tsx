/** A table that sorts by any of its columns. */

import { IconArrowDown, IconArrowUp } from '@tabler/icons-react';
import {
  type ColumnDef,
  getCoreRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { type ReactNode, useState } from 'react';
import { PlainTable } from './PlainTable.tsx';

/** A column that nothing is sorted by. */
export const plainColumn = <T,>(id: string, header: string, cell: (row: T) => ReactNode): ColumnDef<T> => ({
  id,
  header,
  enableSorting: false,
  cell: ({ row }) => cell(row.original),
});

/** A column with the value that it sorts by and what it shows. */
export function sortable<T>(
  id: string,
  header: string,
  value: (row: T) => string | number,
  cell: (row: T) => ReactNode,
): ColumnDef<T> {
  return { id, header, accessorFn: value, cell: ({ row }) => cell(row.original) };
}

/**
 * What a column draws. It is called, not mounted as a component of its own: the columns are new functions at each drawing, and
 * a menu opened in a cell would close when anything else of the page comes in.
 */
const drawn = <C,>(template: ReactNode | ((context: C) => ReactNode), context: C): ReactNode =>
  typeof template === 'function' ? template(context) : template;

/** Which column, and whether from the last to the first. */
export interface Sort {
  id: string;
  desc: boolean;
}

export function DataTable<T>(props: {
  rows: T[];
  columns: ColumnDef<T>[];
  rowKey: (row: T) => string;
  /** The column that names a row: on a phone, where each row is a card, it stands first and large. */
  names: string;
  initialSort?: Sort;
  /** Where the database sorts: what it sorts by, and what to do when somebody wants another order. */
  sorted?: { by: Sort; change: (by: Sort) => void };
}) {
  const [own, setOwn] = useState<SortingState>(props.initialSort ? [props.initialSort] : []);
  const { sorted: elsewhere } = props;
  const sorting = elsewhere ? [elsewhere.by] : own;
  const table = useReactTable({
    data: props.rows,
    columns: props.columns,
    state: { sorting },
    onSortingChange: (update) => {
      const next = typeof update === 'function' ? update(sorting) : update;
      if (!elsewhere) setOwn(next);
      else elsewhere.change(next[0] ?? elsewhere.by);
    },
    manualSorting: elsewhere !== undefined,
    enableSortingRemoval: elsewhere === undefined,
    getRowId: props.rowKey,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  return (
    <div style={{ overflowX: 'auto' }}>
      <PlainTable className="cards">
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map((header) => {
                const sorted = header.column.getIsSorted();
                const words = drawn(header.column.columnDef.header, header.getContext());
                if (!header.column.getCanSort())
                  return (
                    <th key={header.id} scope="col">
                      {words}
                    </th>
                  );
                return (
                  <th
                    key={header.id}
                    scope="col"
                    aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                  >
                    <button type="button" onClick={header.column.getToggleSortingHandler()}>
                      {words} {sorted === 'asc' && <IconArrowUp size={13} aria-hidden />}
                      {sorted === 'desc' && <IconArrowDown size={13} aria-hidden />}
                    </button>
                  </th>
                );
              })}
            </tr>
          ))}
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id}>
              {row.getVisibleCells().map((cell) => (
                <td
                  key={cell.id}
                  data-label={String(cell.column.columnDef.header)}
                  data-names={cell.column.id === props.names || undefined}
                >
                  {drawn(cell.column.columnDef.cell, cell.getContext())}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </PlainTable>
    </div>
  );
}
