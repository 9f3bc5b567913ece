/** The rows of a Recording CSV, from cells to columns of numbers, and what is refused in them. */
import type { Coded } from '../../coded.ts';
import { InputError, quoted } from '../../errors.ts';
import { type ChannelName, channelInfo, isChannel } from '../columns/channels.ts';
import { GrowingColumns } from '../columns/columns.ts';
import { parseCell } from '../columns/csv-number.ts';
import type { Recording } from '../columns/recording.ts';
import { parseUtcMs } from '../columns/utc.ts';
import { warning } from '../warnings.ts';
import { PlainRow } from './plain-row.ts';

/** What a column of the file is to the reader. */
type ColumnRole =
  | { kind: 'time' }
  | { kind: 'utc' }
  | { kind: 'channel'; name: ChannelName }
  | { kind: 'ignored' };

/** More than any recorder writes. */
export const MOST_COLUMNS = 200;

/** Takes rows of cells in order: the header row first, then data. Keeps count of the file's lines. */
export class RowReader {
  readonly warnings: Coded[] = [];
  private roles: ColumnRole[] | undefined;
  private names: string[] = [];
  private columns = new GrowingColumns(0);
  private hasTimeColumn = false;
  /** When the seconds were zero. */
  private epochMs: number | undefined;
  private lastTimeS = Number.NEGATIVE_INFINITY;
  private headerLine = 0;
  private timeColumn = -1;
  private utcColumn = -1;
  private channelColumns: number[] = [];
  /** Where seconds are given; clock times are no plain numbers. */
  private plain: PlainRow | undefined;

  /**
   * @param quoted whether any cell may hold line ends of its own.
   * @param expectedRows about how many rows there are.
   * @param delimiter one character.
   */
  constructor(
    public line: number,
    private readonly quoted: boolean,
    private readonly expectedRows: number,
    private readonly delimiter: string,
  ) {}

  read(row: string[]): void {
    const line = this.line;
    this.line += 1 + (this.quoted ? newlinesIn(row) : 0);
    if (row.length === 1 && row[0].trim() === '') return;
    if (!this.roles) this.readHeader(row, line);
    else this.readData(row, this.roles, line);
  }

  private readHeader(row: string[], line: number): void {
    this.headerLine = line;
    if (row.length > MOST_COLUMNS)
      throw new InputError(
        'csv/columns',
        { count: row.length, most: MOST_COLUMNS },
        {
          line,
        },
      );
    this.names = row.map((cell) => cell.trim().toLowerCase());
    this.names.forEach((name, i) => {
      const first = this.names.indexOf(name);
      if (name !== '' && first !== i) {
        throw new InputError(
          'csv/column-twice',
          { name: quoted(name), first: first + 1, second: i + 1 },
          { line, column: i + 1 },
        );
      }
    });
    this.hasTimeColumn = this.names.includes('time_s');
    if (!this.hasTimeColumn && !this.names.includes('utc')) {
      throw new InputError(
        'csv/no-time',
        {},
        {
          line,
        },
      );
    }
    this.roles = this.names.map((name): ColumnRole => {
      if (name === 'time_s') return { kind: 'time' };
      if (name === 'utc') return { kind: 'utc' };
      if (isChannel(name)) return { kind: 'channel', name };
      if (name !== '') this.warnings.push(warning('column-unknown', { name: quoted(name) }));
      return { kind: 'ignored' };
    });
    // One more than the file has: the line that each row stands on, for errors that are found later.
    this.columns = new GrowingColumns(this.names.length + 1, this.expectedRows);
    if (this.hasTimeColumn) this.plain = new PlainRow(this.delimiter, this.names.length);
    this.utcColumn = this.names.indexOf('utc');
    // With both columns time_s counts; utc then tells only when the recording began.
    this.timeColumn = this.hasTimeColumn ? this.names.indexOf('time_s') : this.utcColumn;
    this.channelColumns = this.roles.flatMap((role, column) => (role.kind === 'channel' ? [column] : []));
  }

  private readData(row: string[], roles: ColumnRole[], line: number): void {
    this.checkLength(row, roles.length, line);
    const index = this.columns.beginRow();
    const { data } = this.columns;
    for (let k = 0; k < this.channelColumns.length; k++) {
      const column = this.channelColumns[k];
      const value = parseCell(row[column]);
      if (value === undefined) throw this.notANumber(row[column], column, line);
      data[column][index] = value;
    }
    data[this.names.length][index] = line;
    data[this.timeColumn][index] = this.readTime(row, line);
  }

  /**
   * A row of plain numbers, from the bytes of an ASCII text without quotes.
   * @returns where its line ends; −1 when it is any other row: nothing was read then.
   */
  readPlain(bytes: Uint8Array, from: number): number {
    const { plain } = this;
    const end = plain ? plain.read(bytes, from) : -1;
    if (!plain || end < 0) return -1;
    const { values } = plain;
    // A number is no clock time.
    if (this.utcColumn >= 0 && !Number.isNaN(values[this.utcColumn])) return -1;
    const line = this.line++;
    const index = this.columns.beginRow();
    const { data } = this.columns;
    for (let k = 0; k < this.channelColumns.length; k++) {
      const column = this.channelColumns[k];
      data[column][index] = values[column];
    }
    data[this.names.length][index] = line;
    data[this.timeColumn][index] = this.laterTime(values[this.timeColumn], Number.NaN, line);
    return end;
  }

  private readTime(row: string[], line: number): number {
    const column = this.timeColumn;
    const utcMs = this.utcColumn < 0 ? Number.NaN : this.readUtc(row[this.utcColumn], this.utcColumn, line);
    // Without a time_s the first row begins the seconds.
    if (!this.hasTimeColumn && this.epochMs === undefined && !Number.isNaN(utcMs)) this.epochMs = utcMs;
    const timeS = this.hasTimeColumn ? parseCell(row[column]) : (utcMs - (this.epochMs ?? 0)) / 1000;
    if (timeS === undefined) throw this.notANumber(row[column], column, line);
    return this.laterTime(timeS, utcMs, line);
  }

  /** The row's time, which must be later than that of the row before. */
  private laterTime(timeS: number, utcMs: number, line: number): number {
    // The first clock time belongs to its own row, however many rows came before it without one.
    if (this.epochMs === undefined && !Number.isNaN(utcMs) && !Number.isNaN(timeS))
      this.epochMs = utcMs - timeS * 1000;
    if (!(timeS > this.lastTimeS)) throw this.badTime(timeS, this.timeColumn, line);
    this.lastTimeS = timeS;
    return timeS;
  }

  private badTime(timeS: number, column: number, line: number): InputError {
    const place = { line, column: column + 1, columnName: this.names[column] };
    if (Number.isNaN(timeS)) return new InputError('row/no-time', {}, place);
    return new InputError('row/time-order', { timeS, lastTimeS: this.lastTimeS }, place);
  }

  /** Milliseconds since 1970; NaN where the cell is empty. */
  private readUtc(cell: string, column: number, line: number): number {
    if (cell.trim() === '') return Number.NaN;
    const ms = parseUtcMs(cell.trim());
    if (ms === undefined) {
      throw new InputError(
        'row/utc',
        { cell: quoted(cell) },
        {
          line,
          column: column + 1,
          columnName: 'utc',
        },
      );
    }
    return ms;
  }

  private checkLength(row: string[], expected: number, line: number): void {
    if (row.length === expected) return;
    const extra = row.slice(expected);
    if (row.length < expected || extra.some((cell) => cell.trim() !== '')) {
      throw new InputError('row/cells', { cells: row.length, expected }, { line });
    }
  }

  private notANumber(cell: string, column: number, line: number): InputError {
    const comma = /^\s*[-+]?\d+,\d+\s*$/.test(cell);
    const shown = cell.length > 30 ? `${cell.slice(0, 30)}…` : cell;
    return new InputError(
      'row/number',
      { cell: shown, comma },
      {
        line,
        column: column + 1,
        columnName: this.names[column],
      },
    );
  }

  /** @throws InputError for the first value of a column that no instrument gives. */
  private checkPossible(name: ChannelName, column: number, values: Float64Array, lines: Float64Array): void {
    const { min, max } = possibleValues(name);
    for (let i = 0; i < values.length; i++) {
      if (!(values[i] < min || values[i] > max)) continue;
      throw new InputError(
        'row/impossible',
        { value: values[i], min, max },
        {
          line: lines[i],
          column: column + 1,
          columnName: name,
        },
      );
    }
  }

  finish(): Omit<Recording, 'header'> {
    if (!this.roles || this.columns.rows === 0) {
      throw new InputError(
        'csv/no-data',
        {},
        {
          line: this.headerLine || this.line,
        },
      );
    }
    const finished = this.columns.finish();
    const channels: Recording['channels'] = {};
    this.roles.forEach((role, c) => {
      if (role.kind === 'channel') this.checkPossible(role.name, c, finished[c], finished[this.names.length]);
      // A column without a single value is a channel that was not recorded.
      if (role.kind === 'channel' && finished[c].some((value) => !Number.isNaN(value)))
        channels[role.name] = finished[c];
    });
    return { timeS: finished[this.timeColumn], channels, epochMs: this.epochMs, warnings: this.warnings };
  }
}

/** What a channel's values can be; headings are any angle within a turn either way. */
function possibleValues(name: ChannelName): { min: number; max: number } {
  const info = channelInfo(name);
  if (info.circular) return { min: -360, max: 720 };
  return { min: info.min ?? Number.NEGATIVE_INFINITY, max: info.max ?? Number.POSITIVE_INFINITY };
}

function newlinesIn(row: string[]): number {
  let count = 0;
  for (const cell of row) {
    for (let at = cell.indexOf('\n'); at >= 0; at = cell.indexOf('\n', at + 1)) count++;
  }
  return count;
}
