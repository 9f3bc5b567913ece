/** Cells copied from a sheet, put into a table of the form: from the cell that has the keyboard on, rows added as they are needed. */
import { readNumber } from '../parts/typed-number.ts';
import type { Column } from './column.ts';

/** @returns the cells of a block, or null for a single one, which the field takes by itself. */
export function cellsOf(text: string): string[][] | null {
  // A sheet puts tabs between them; whoever copies from a file may have semicolons or commas.
  const between = ['\t', ';'].find((one) => text.includes(one)) ?? ',';
  const rows = text
    .trim()
    .split(/\r\n|\r|\n/)
    .map((line) => line.split(between));
  return rows.length > 1 || (rows[0]?.length ?? 0) > 1 ? rows : null;
}

/**
 * @param rows as they stand, objects or pairs. @param scale what a speed is multiplied by for the screen.
 * @returns rows with the block in them; NaN where a cell is no number, which the schema refuses at its place.
 */
export function withPasted(
  rows: readonly unknown[],
  columns: readonly Column[],
  at: { row: number; column: number },
  cells: readonly string[][],
  scale: number,
): unknown[] {
  const pairs = typeof columns[0].key === 'number';
  const next = [...rows];
  cells.forEach((line, i) => {
    const before = next[at.row + i] ?? (pairs ? columns.map(() => null) : {});
    const row = (Array.isArray(before) ? [...before] : { ...(before as object) }) as Record<
      string | number,
      unknown
    >;
    line.slice(0, columns.length - at.column).forEach((cell, j) => {
      const { key, kind = 'number' } = columns[at.column + j];
      row[key] = kind === 'text' ? cell.trim() : numberIn(cell, kind === 'speed' ? scale : 1, pairs);
    });
    next[at.row + i] = row;
  });
  return next;
}

function numberIn(cell: string, scale: number, pairs: boolean): number | null | undefined {
  const read = readNumber(cell);
  if ('problem' in read) return Number.NaN;
  return read.value === null || read.value === undefined ? (pairs ? null : undefined) : read.value / scale;
}
