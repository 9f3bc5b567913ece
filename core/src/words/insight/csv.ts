/** Tables as a file for a spreadsheet. */
import Papa from 'papaparse';
import type { Table } from './table.ts';

const NEWLINE = '\r\n';

/** One under the other, each with its title. A cell that a spreadsheet would work out is written as text. */
export const tablesCsv = (tables: readonly Table[]): string =>
  `${tables
    .map(({ title, columns, rows, none }) =>
      Papa.unparse([[title], columns, ...(rows.length > 0 ? rows.map(({ cells }) => cells) : [[none]])], {
        newline: NEWLINE,
        escapeFormulae: true,
      }),
    )
    .join(NEWLINE + NEWLINE)}${NEWLINE}`;
