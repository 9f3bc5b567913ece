/** The time of a table's rows as seconds since the first; past midnight the clock goes on. */

import { type FilePlace, InputError, quoted } from '../../errors.ts';
import { instantOf } from '../../units/days.ts';
import { parseCell } from '../columns/csv-number.ts';
import { parseUtcMs } from '../columns/utc.ts';
import { type DateKind, dayOf } from './day-cell.ts';
import type { Mapping, TimeKind } from './mapping.ts';
import { isNothing } from './nothing.ts';
import { columnOf, type TableHead } from './table.ts';

const DAY_MS = 86_400_000;
const CLOCK = /^([01]?\d|2[0-3]):([0-5]\d):([0-5]\d(?:\.\d+)?|60)$/;
/** Milliseconds in one of each. */
const SCALE = { s: 1000, ms: 1, min: 60_000, 'epoch-s': 1000, 'epoch-ms': 1 } as const;

export class Clock {
  /** Time of day of the first row, ms since 1970, where the table tells it. */
  epochMs: number | undefined;
  private readonly column: number;
  private readonly kind: TimeKind;
  private readonly zone: string | undefined;
  private readonly date: { column: number; kind: DateKind } | undefined;
  private lastMs = Number.NEGATIVE_INFINITY;
  private days = 0;
  private firstMs: number | undefined;

  constructor(
    private readonly head: TableHead,
    { time, date }: Mapping,
  ) {
    this.column = columnOf(head, time.column);
    this.kind = time.kind;
    this.zone = time.zone;
    // Every other kind of time has its day in it, or has none.
    this.date =
      date && time.kind === 'clock' ? { column: columnOf(head, date.column), kind: date.kind } : undefined;
  }

  /**
   * @returns seconds since the first row that had a time; NaN where this one has none
   * @throws InputError naming line and column for what is no time, or no day
   */
  read(row: readonly string[], line: number): number {
    const cell = row[this.column]?.trim() ?? '';
    if (isNothing(cell)) return Number.NaN;
    const ms = this.millis(cell);
    if (ms === undefined)
      throw new InputError('cell/time', { cell: quoted(cell) }, this.place(line, this.column));
    const dayMs = this.date && this.day(row, line, this.date);
    // A clock without its day, as before the first fix, is no time at all.
    if (this.date && dayMs === undefined) return Number.NaN;
    const dated = this.kind === 'clock' ? this.pastMidnight(ms, dayMs) : ms;
    if (this.firstMs === undefined) {
      this.firstMs = dated;
      if (this.kind === 'iso' || this.kind.startsWith('epoch')) this.epochMs = dated;
      else if (dayMs !== undefined) this.epochMs = this.inUtc(dated);
    }
    return (dated - this.firstMs) / 1000;
  }

  /** A local time of day, as the table has it, in UTC: as its first row was, the whole flight is. */
  private inUtc(dated: number): number {
    return this.zone === undefined
      ? dated
      : instantOf(new Date(dated).toISOString().slice(0, 19), this.zone).getTime();
  }

  private place(line: number, column: number): FilePlace {
    return { line, column: column + 1, columnName: this.head.columns[column] };
  }

  /** The row's day, ms since 1970; undefined where there is nothing in its cell. */
  private day(
    row: readonly string[],
    line: number,
    { column, kind }: { column: number; kind: DateKind },
  ): number | undefined {
    const cell = row[column]?.trim() ?? '';
    if (isNothing(cell)) return undefined;
    const dayMs = dayOf(cell, kind);
    if (dayMs !== undefined) return dayMs;
    throw new InputError('cell/date', { cell: quoted(cell), kind }, this.place(line, column));
  }

  private pastMidnight(ms: number, dayMs: number | undefined): number {
    if (dayMs !== undefined) return dayMs + ms;
    if (ms < this.lastMs - DAY_MS / 2) this.days++;
    this.lastMs = ms;
    return ms + this.days * DAY_MS;
  }

  private millis(cell: string): number | undefined {
    if (this.kind === 'iso') return parseUtcMs(cell);
    if (this.kind === 'clock') {
      const match = CLOCK.exec(cell);
      return match ? ((Number(match[1]) * 60 + Number(match[2])) * 60 + Number(match[3])) * 1000 : undefined;
    }
    const value = parseCell(cell);
    return value === undefined || Number.isNaN(value) ? undefined : value * SCALE[this.kind];
  }
}
