/** A table of another make, as far as its header: where that stands, what its columns are called, the first rows. */
import Papa from 'papaparse';
import { InputError } from '../../errors.ts';
import { hashOf } from '../../hash.ts';
import { parseCell } from '../columns/csv-number.ts';
import { parseUtcMs } from '../columns/utc.ts';
import { isNothing } from './nothing.ts';
import { isUnitWord } from './units.ts';

export interface TableHead {
  delimiter: string;
  /** Its numbers and times have a comma for the decimal point. */
  decimalComma: boolean;
  /** 1-based line of the header row. */
  headerLine: number;
  columns: string[];
  /** The row of units below the names or above them; empty where there is none. */
  units: string[];
  /** 1-based line of the first row of data. */
  dataLine: number;
  sample: string[][];
}

const LEAST_COLUMNS = 3;
const LINES_LOOKED_AT = 60;
const SAMPLE_ROWS = 5;

/** What may stand between cells; the comma last, since it may stand in numbers too. */
const DELIMITERS = [';', '\t', '|', ','] as const;
const COMMA_NUMBER = /^\s*[-+]?\d+,\d+\s*$|:\d{2},\d+\s*$/;
const POINT_NUMBER = /^\s*[-+]?\d*\.\d+\s*$|:\d{2}\.\d+\s*$/;

/** A row's text with its decimal commas as points. */
export const withPoints = (text: string): string => text.replace(/(\d),(?=\d)/g, '$1.');

/** Whether a cell is what a table of measurements holds: a number, a time or nothing. */
const isValue = (cell: string): boolean =>
  parseCell(cell) !== undefined ||
  /^\d{1,4}[-:/.]\d{1,2}([-:/.]\d{1,4})?/.test(cell.trim()) ||
  parseUtcMs(cell.trim()) !== undefined;

const isData = (row: readonly string[]): boolean => {
  const filled = row.filter((cell) => cell.trim() !== '');
  const values = filled.filter((cell) => isValue(cell) || isNothing(cell));
  // Before its first fix a logger has words for nothing in most columns.
  return filled.length >= 2 && values.length >= 0.6 * filled.length && !values.every(isNothing);
};

/**
 * The header is the last row of names before the first row of numbers that has about as many cells.
 * @throws InputError when there is no such pair of rows in the first lines.
 */
export function tableHead(source: string): TableHead {
  const lines = source.replace(/\r\n?/g, '\n').split('\n', LINES_LOOKED_AT).join('\n');
  for (const delimiter of DELIMITERS) {
    const head = headBy(lines, delimiter);
    if (head) return head;
  }
  throw new InputError('table/none', {});
}

function headBy(lines: string, delimiter: string): TableHead | null {
  const { data: read } = Papa.parse<string[]>(lines, { delimiter });
  const cells = read.flat();
  const decimalComma =
    delimiter !== ',' &&
    cells.some((cell) => COMMA_NUMBER.test(cell)) &&
    !cells.some((cell) => POINT_NUMBER.test(cell));
  const rows = decimalComma ? read.map((row) => row.map(withPoints)) : read;
  const firstData = rows.findIndex(
    (row, i) =>
      i > 0 &&
      row.length >= LEAST_COLUMNS &&
      isData(row) &&
      rows.slice(0, i).some((above) => above.length >= row.length - 1),
  );
  if (firstData < 1) return null;
  const width = rows[firstData].length;
  const isNames = (row: readonly string[]) =>
    row.length >= width - 1 && row.filter((cell) => cell.trim() !== '').length >= 0.6 * width;
  const above = rows
    .slice(0, firstData)
    .map((row, line) => ({ row, line }))
    .filter(({ row }) => isNames(row));
  const [before, last] = [above.at(-2), above.at(-1)];
  if (!last) return null;
  const together = before !== undefined && last.line - before.line === 1;
  // Names first and then their units, or the units above the names.
  const unitsBelow = together && !isUnits(before.row) && (isUnits(last.row) || !isDistinct(last.row));
  const names = unitsBelow ? before : last;
  const over = rows[names.line - 1] ?? [];
  const units = unitsBelow ? last.row : isUnits(over) ? over : [];
  return {
    delimiter,
    decimalComma,
    headerLine: names.line + 1,
    columns: names.row.map((cell) => cell.trim().replace(/^#\s*/, '')),
    units: units.map((cell) => cell.trim().replace(/^#\s*/, '')),
    dataLine: firstData + 1,
    sample: rows.slice(firstData, firstData + SAMPLE_ROWS),
  };
}

/** A line of the table as its cells, commas read as the header's table has them; null for what is no row of it. */
export function sampleRow({ delimiter, decimalComma, columns }: TableHead, line: string): string[] | null {
  const [row = []] = Papa.parse<string[]>(line, { delimiter }).data;
  if (row.length !== columns.length || !isData(decimalComma ? row.map(withPoints) : row)) return null;
  return decimalComma ? row.map(withPoints) : row;
}

/** A row whose cells are units for the most part, and how dates and times are written. */
const isUnits = (row: readonly string[]): boolean => {
  const filled = row.filter((cell) => cell.trim() !== '');
  return filled.length >= 2 && filled.filter(isUnitWord).length >= 0.5 * filled.length;
};

/** Units repeat from column to column, names do not. */
const isDistinct = (row: readonly string[]): boolean => {
  const filled = row.map((cell) => cell.trim()).filter((cell) => cell !== '');
  return new Set(filled).size === filled.length;
};

/** The same for every file with the same columns and units: what a mapping is remembered by. */
export const headerKey = ({ columns, units }: Pick<TableHead, 'columns' | 'units'>): string =>
  hashOf([columns.map((name) => name.toLowerCase()), units.map((unit) => unit.toLowerCase())]);

/** @throws InputError naming what there is, where no column is called so. */
export function columnOf(head: TableHead, column: string): number {
  const index = head.columns.findIndex((name) => name.toLowerCase() === column.toLowerCase());
  if (index < 0)
    throw new InputError(
      'table/column',
      { column, known: head.columns.filter(Boolean).join(', ') },
      { line: head.headerLine },
    );
  return index;
}
