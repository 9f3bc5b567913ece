/** A table in words, as file and paper have it: rows open what is behind them. */
import type { Table } from '@keel/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { PlainTable } from '../parts/PlainTable.tsx';

export function TableOf(props: { table: Table; children?: ReactNode; more?: (row: number) => ReactNode }) {
  const { title, note, columns, rows, none } = props.table;
  return (
    <section className="sheet stack" aria-label={title}>
      <div>
        <h2>{title}</h2>
        <p className="small quiet insight-note">{note}</p>
      </div>
      {props.children}
      {rows.length === 0 ? (
        <p>{none}</p>
      ) : (
        <PlainTable className="cards insight-table">
          <thead>
            <tr>
              {columns.map((column) => (
                <th key={column} scope="col">
                  {column}
                </th>
              ))}
              {props.more && <th scope="col" aria-label="To do" />}
            </tr>
          </thead>
          <tbody>
            {rows.map(({ cells, to, told }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows of one answer, never moved among themselves
              <tr key={i} data-told={told || undefined}>
                {cells.map((cell, j) => (
                  <td key={columns[j]} data-label={columns[j]} data-names={j === 0 || undefined}>
                    {j === 0 && to ? <Link to={to}>{cell}</Link> : <span>{cell}</span>}
                  </td>
                ))}
                {props.more && <td className="insight-more">{props.more(i)}</td>}
              </tr>
            ))}
          </tbody>
        </PlainTable>
      )}
    </section>
  );
}
