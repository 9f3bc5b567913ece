/** A batch as it comes: rows of a recording with their header, checked before a row of it is kept. */
import { createHash } from 'node:crypto';
import {
  type CoachRow,
  describeInput,
  InputError,
  isChannel,
  MOST_COLUMNS,
  readRecordingCsv,
} from '@keel/core';
import Papa from 'papaparse';
import { Problem } from '../http/problem.ts';

export interface ReadBatch {
  /** The line of names, as it stands. */
  header: string;
  columns: string[];
  /** The rows as they came, a line feed after each. */
  rows: string;
  firstTime: number;
  lastTime: number;
  /** Of the bytes as they came. */
  sha256: string;
}

/** No recorder writes longer ones. */
const MOST_LINE = 64 * 1024;

const HAS_TIME = ['time_s', 'utc'];

/** For a thread, which hands over what it refuses as it hands over what it read. */
export function readBatchOrRefuse(bytes: Uint8Array): ReadBatch | { refused: string; sha256: string } {
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  try {
    return { ...readBatch(bytes), sha256 };
  } catch (error) {
    if (error instanceof Problem) return { refused: error.message, sha256 };
    throw error;
  }
}

/** @throws Problem 422 naming line and column, for what is no piece of a recording. */
function readBatch(bytes: Uint8Array): Omit<ReadBatch, 'sha256'> {
  const text = decode(bytes);
  const lines = text.split('\n').filter((line) => line !== '' && !line.startsWith('#'));
  const [header, ...rows] = lines;
  if (
    lines.some(({ length }) => length > MOST_LINE) ||
    (header?.split(/[,;\t]/, MOST_COLUMNS + 1).length ?? 0) > MOST_COLUMNS
  )
    throw new Problem(422, `A line has at most ${MOST_LINE} characters and ${MOST_COLUMNS} columns.`);
  if (header === undefined || rows.length === 0)
    throw new Problem(422, 'A header row and at least one row after it were expected.');
  try {
    readRecordingCsv(`${lines.join('\n')}\n`);
  } catch (error) {
    if (error instanceof InputError) throw new Problem(422, describeInput(error, 'batch'));
    throw error;
  }
  const columns = cells(header);
  const time = columns.findIndex((name) => HAS_TIME.includes(name));
  const at = (row: string): number => secondsOf(cells(row)[time] ?? '', columns[time]);
  return {
    header,
    columns,
    rows: `${rows.join('\n')}\n`,
    firstTime: at(rows[0]),
    lastTime: at(rows[rows.length - 1]),
  };
}

function decode(bytes: Uint8Array): string {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return text.replace(/\r\n?/g, '\n');
  } catch {
    throw new Problem(422, 'This is not UTF-8 text.');
  }
}

/** Kept rows as the coach reads them: cells that are empty or no numbers are left out. */
export function rowsOf(header: string, rows: string): CoachRow[] {
  const names = cells(header);
  const time = names.findIndex((name) => HAS_TIME.includes(name));
  return rows
    .split('\n')
    .filter(Boolean)
    .map((line) => {
      const row: CoachRow = { timeS: Number.NaN };
      cells(line).forEach((cell, i) => {
        if (i === time) row.timeS = secondsOf(cell, names[time]);
        else if (cell !== '' && isChannel(names[i]) && !Number.isNaN(Number(cell)))
          row[names[i]] = Number(cell);
      });
      return row;
    });
}

/** A row of a recording is numbers between commas; whatever is quoted, or parted otherwise, takes the long way. */
export const cells = (line: string): string[] =>
  (PLAIN.test(line) ? line.split(',') : (Papa.parse<string[]>(line).data[0] ?? [])).map((cell) =>
    cell.trim(),
  );

const PLAIN = /^[\w.,+\- :]*,[\w.,+\- :]*$/;

const secondsOf = (cell: string, column: string): number =>
  column === 'utc' ? Date.parse(cell) / 1000 : Number(cell);
