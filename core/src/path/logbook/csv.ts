/** Logbooks as CSV, in and out: columns by name or as somebody mapped them, every line checked before any is taken. */
import Papa from 'papaparse';
import type { Coded } from '../../coded.ts';
import { InputError } from '../../errors.ts';
import { isoDay } from '../gates/gates.ts';
import { BROUGHT_FORWARD, LOG_TIMES, type LogEntry, logEntrySchema } from './entry.ts';

/** Columns of the program’s own file, in order. */
export const LOG_COLUMNS = {
  date: 'Date',
  airplane: 'Airplane',
  from: 'From',
  to: 'To',
  blockMin: 'Block time',
  airMin: 'Air time',
  dualMin: 'Dual',
  soloMin: 'Solo',
  nightMin: 'Night',
  instrumentMin: 'Instrument',
  landingsDay: 'Landings by day',
  landingsNight: 'Landings by night',
  training: 'Training',
  remarks: 'Remarks',
} as const satisfies Record<Exclude<keyof LogEntry, 'broughtForward'>, string>;
type LogColumn = keyof typeof LOG_COLUMNS;
export const LOG_COLUMN_IDS = Object.keys(LOG_COLUMNS) as LogColumn[];

/** Which column of the file holds what. */
export type LogMapping = Partial<Record<LogColumn, string>>;

const isTime = (column: LogColumn): boolean => (LOG_TIMES as readonly string[]).includes(column);

/** A leading sign that a spreadsheet would take for a formula is defused. */
const safe = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

export function writeLogCsv(entries: readonly LogEntry[]): string {
  const rows = entries.map((entry) =>
    LOG_COLUMN_IDS.map((column) => {
      const value = entry[column];
      if (isTime(column)) return clockText(Number(value));
      return typeof value === 'string' ? safe(value) : value;
    }),
  );
  return `${Papa.unparse({ fields: LOG_COLUMN_IDS.map((column) => LOG_COLUMNS[column]), data: rows }, { newline: '\r\n' })}\r\n`;
}

const clockText = (min: number): string => `${Math.floor(min / 60)}:${String(min % 60).padStart(2, '0')}`;

interface ReadLog {
  columns: string[];
  mapping: LogMapping;
  entries: LogEntry[];
  /** What keeps lines from being taken, by the line of the file. */
  problems: ({ line: number; column: string | null } & Coded)[];
}

/**
 * @param mapping what was said of the columns; the rest goes by the usual names.
 * @throws InputError for what is no table at all.
 */
export function readLogCsv(text: string, mapping: LogMapping = {}): ReadLog {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim(),
  });
  const columns = (meta.fields ?? []).filter((name) => name !== '');
  if (columns.length < 2 || data.length === 0) throw new InputError('log/no-table', {});
  if (data.length > 5000) throw new InputError('log/too-many', { most: 5000 });
  const known = { ...usualColumns(columns), ...mapping };
  const entries: LogEntry[] = [];
  const problems: ReadLog['problems'] = [];
  data.forEach((row, i) => {
    const line = i + 2;
    const value: Record<string, unknown> = {};
    let bad = false;
    for (const column of LOG_COLUMN_IDS) {
      const name = known[column];
      const cell = name === undefined ? '' : (row[name] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
      if (cell === '') continue;
      try {
        value[column] = cellOf(column, cell);
      } catch (error) {
        const { code, params } = error as InputError;
        problems.push({ line, column: name ?? null, code, params });
        bad = true;
      }
    }
    if (bad) return;
    const forward = value.airplane === BROUGHT_FORWARD && { broughtForward: true };
    const read = logEntrySchema.safeParse({ ...value, ...forward });
    if (read.success) entries.push(read.data);
    else
      for (const { path, message } of read.error.issues)
        problems.push({
          line,
          column: known[path[0] as LogColumn] ?? LOG_COLUMNS[path[0] as LogColumn] ?? null,
          ...(value[path[0] as string] === undefined
            ? { code: 'cell/missing' }
            : { code: 'cell/refused', params: { issue: message } }),
        });
  });
  return { columns, mapping: known, entries, problems };
}

/** Names that mean a column, besides its own. */
const ALSO: Partial<Record<LogColumn, readonly string[]>> = {
  airplane: ['aircraft', 'aircraft id', 'registration', 'ident'],
  from: ['departure', 'dep', 'route from'],
  to: ['arrival', 'arr', 'destination', 'route to'],
  blockMin: ['total', 'total time', 'duration', 'block', 'flight time'],
  airMin: ['airborne'],
  dualMin: ['dual received'],
  soloMin: ['pic', 'pilot in command'],
  landingsDay: ['day landings', 'landings', 'ldg day'],
  landingsNight: ['night landings', 'ldg night'],
  instrumentMin: ['instruments', 'simulated instrument', 'actual instrument'],
  remarks: ['comments', 'notes'],
};

function usualColumns(columns: readonly string[]): LogMapping {
  const mapping: LogMapping = {};
  for (const column of LOG_COLUMN_IDS) {
    const names = [LOG_COLUMNS[column].toLowerCase(), column.toLowerCase(), ...(ALSO[column] ?? [])];
    const found = columns.find((name) => names.includes(name.toLowerCase()));
    if (found) mapping[column] = found;
  }
  return mapping;
}

function cellOf(column: LogColumn, cell: string): string | number {
  if (column === 'date') return dateOf(cell);
  if (isTime(column)) return minutesOf(cell);
  if (column === 'landingsDay' || column === 'landingsNight') {
    if (!/^\d{1,3}$/.test(cell)) throw new InputError('cell/landings', { cell });
    return Number(cell);
  }
  return cell;
}

/** A day is taken as ISO 8601 writes it alone: 03/04 is one day here and another there. */
function dateOf(cell: string): string {
  const day = /^(\d{4})[-/.](\d\d)[-/.](\d\d)$/.exec(cell);
  const iso = day ? `${day[1]}-${day[2]}-${day[3]}` : '';
  if (!isoDay.safeParse(iso).success) throw new InputError('cell/day', { cell });
  return iso;
}

/** `1:05`, or hours with decimals: `1.1`. */
function minutesOf(cell: string): number {
  const clock = /^(\d{1,5}):([0-5]\d)$/.exec(cell);
  if (clock) return 60 * Number(clock[1]) + Number(clock[2]);
  const hours = Number(cell.replace(',', '.'));
  if (!/^\d/.test(cell) || !Number.isFinite(hours) || hours < 0 || hours > 24)
    throw new InputError('cell/duration', { cell });
  return Math.round(60 * hours);
}
