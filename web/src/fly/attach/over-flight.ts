/** What a table holds from its beginning to its end: rows taken evenly over the file, so that a column shows how it moves. */
import { sampleRow, type TableHead } from '@keel/core';

const PLACES = 48;
/** Longer than any row of a logger. */
const SLICE_BYTES = 4096;

/** @returns rows in order, each with the header's number of cells; none where the file is too short for it. */
export async function rowsOver(file: Blob, head: TableHead): Promise<string[][]> {
  const rows: string[][] = [];
  for (let place = 0; place < PLACES; place++) {
    const from = Math.floor((file.size * (place + 0.5)) / PLACES);
    const [, whole, next] = (await file.slice(from, from + SLICE_BYTES).text()).split(/\r\n|\r|\n/);
    // The first line was cut by the slice, and so may be the last.
    const row = whole !== undefined && next !== undefined ? sampleRow(head, whole) : null;
    if (row) rows.push(row);
  }
  return rows;
}

/** A column's numbers over the flight; null where a cell is none. */
export const columnOver = (rows: readonly string[][], column: number): (number | null)[] =>
  rows.map((row) => {
    const text = (row[column] ?? '').trim();
    const value = Number(text);
    return text === '' || !Number.isFinite(value) ? null : value;
  });
