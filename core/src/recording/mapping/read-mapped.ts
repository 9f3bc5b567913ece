/** A table of another make, read as a person said what its columns are. */

import Papa from 'papaparse';
import { InputError } from '../../errors.ts';
import { wrap360 } from '../../units/angles.ts';
import { dayIn, UTC } from '../../units/days.ts';
import { type ChannelName, channelInfo } from '../columns/channels.ts';
import { GrowingColumns } from '../columns/columns.ts';
import { parseCell } from '../columns/csv-number.ts';
import type { Recording } from '../columns/recording.ts';
import { parseUtcMs } from '../columns/utc.ts';
import type { Mapping, TimeKind } from './mapping.ts';
import { type TableHead, tableHead } from './table.ts';
import { conversion } from './units.ts';

const DAY_MS = 86_400_000;
/** Words that loggers write where they have no value. */
const NOTHING = /^\s*(-{1,3}|n\/?a|nan|null|none|inv(alid)?)\s*$/i;

interface Source {
  channel: ChannelName;
  index: number;
  scale: number;
  offset: number;
}

/**
 * Rows whose time is not later than the one before are left out and counted: loggers repeat a second at their seams.
 * @throws InputError naming line and column for what cannot be read, and for a column that is not there.
 */
export function readMapped(
  source: string,
  mapping: Mapping,
  onProgress?: (fraction: number) => void,
): Recording {
  const text = source.replace(/\r\n?/g, '\n');
  const head = tableHead(text);
  const sources = mapping.channels.map(({ column, channel, unit, flip }): Source => {
    const factors = conversion(channel, unit);
    if (!factors) throw new InputError(`${column}: ${channel} cannot be in ${unit}; choose another unit`);
    const sign = flip ? -1 : 1;
    return {
      channel,
      index: indexOf(head, column),
      scale: sign * factors.scale,
      offset: sign * factors.offset,
    };
  });
  const twice = sources.find(
    ({ channel }, i) => sources.findIndex((other) => other.channel === channel) !== i,
  );
  if (twice) throw new InputError(`two columns are called ${twice.channel}; keep one`);
  const clock = new Clock(head, mapping);
  const columns = new GrowingColumns(sources.length + 1);
  const lines = text.split('\n');
  let leftOut = 0;
  let line = head.dataLine;
  let lastS = Number.NEGATIVE_INFINITY;
  for (const raw of lines.slice(head.dataLine - 1)) {
    const at = line++;
    if (raw.trim() === '') continue;
    const row = raw.includes('"')
      ? Papa.parse<string[]>(raw, { delimiter: head.delimiter }).data[0]
      : raw.split(head.delimiter);
    const timeS = clock.read(row, at);
    if (!(timeS > lastS)) {
      leftOut++;
      continue;
    }
    lastS = timeS;
    const index = columns.beginRow();
    columns.data[sources.length][index] = timeS;
    sources.forEach((wanted, c) => {
      columns.data[c][index] = measured(row, wanted, head, at);
    });
    if (index % 5000 === 0) onProgress?.((at - head.dataLine) / lines.length);
  }
  if (columns.rows === 0)
    throw new InputError('no row has a time that can be read; choose another column or kind of time', {
      line: head.dataLine,
    });
  return finish(columns, sources, clock.epochMs, leftOut);
}

function finish(
  columns: GrowingColumns,
  sources: readonly Source[],
  epochMs: number | undefined,
  leftOut: number,
): Recording {
  const finished = columns.finish();
  const channels: Recording['channels'] = {};
  sources.forEach(({ channel }, c) => {
    const values = finished[c];
    if (channelInfo(channel).circular) for (let i = 0; i < values.length; i++) values[i] = wrap360(values[i]);
    if (values.some((value) => !Number.isNaN(value))) channels[channel] = values;
  });
  const warnings =
    leftOut > 0 ? [`${leftOut} rows whose time is not later than the one before were left out`] : [];
  const header = epochMs === undefined ? {} : { date: dayIn(epochMs, UTC) };
  return { header, timeS: finished[sources.length], channels, epochMs, warnings };
}

function indexOf(head: TableHead, column: string): number {
  const index = head.columns.findIndex((name) => name.toLowerCase() === column.toLowerCase());
  if (index < 0)
    throw new InputError(
      `there is no column "${column}"; the header has ${head.columns.filter(Boolean).join(', ')}`,
      { line: head.headerLine },
    );
  return index;
}

function measured(
  row: readonly string[],
  { index, scale, offset, channel }: Source,
  head: TableHead,
  line: number,
): number {
  const cell = row[index] ?? '';
  const value = parseCell(cell);
  if (value === undefined && !NOTHING.test(cell))
    throw new InputError(`"${cell.slice(0, 30)}" is not a number`, {
      line,
      column: index + 1,
      columnName: head.columns[index],
    });
  const converted = (value ?? Number.NaN) * scale + offset;
  const info = channelInfo(channel);
  if (info.circular) return converted;
  if (
    converted < (info.min ?? Number.NEGATIVE_INFINITY) ||
    converted > (info.max ?? Number.POSITIVE_INFINITY)
  )
    throw new InputError(
      `${cell.trim()} is ${Math.round(converted)} ${info.unit} of ${info.label}, which cannot be; look at the column’s unit`,
      { line, column: index + 1, columnName: head.columns[index] },
    );
  return converted;
}

/** Reads a row's time as seconds since the first; past midnight the clock goes on. */
class Clock {
  epochMs: number | undefined;
  private readonly column: number;
  private readonly kind: TimeKind;
  private readonly date: { column: number; kind: 'ymd' | 'dmy' | 'mdy' } | undefined;
  private lastMs = Number.NEGATIVE_INFINITY;
  private days = 0;
  private firstMs: number | undefined;

  constructor(
    private readonly head: TableHead,
    { time, date }: Mapping,
  ) {
    this.column = indexOf(head, time.column);
    this.kind = time.kind;
    this.date = date && { column: indexOf(head, date.column), kind: date.kind };
  }

  read(row: readonly string[], line: number): number {
    const cell = row[this.column]?.trim() ?? '';
    const ms = this.millis(cell);
    if (ms === undefined)
      throw new InputError(
        `"${cell.slice(0, 30)}" is not a time of this kind; choose another column or kind of time`,
        {
          line,
          column: this.column + 1,
          columnName: this.head.columns[this.column],
        },
      );
    const dayMs = this.date && dayOf(row[this.date.column]?.trim() ?? '', this.date.kind);
    const dated = this.kind === 'clock' ? this.pastMidnight(ms, dayMs) : ms;
    if (this.firstMs === undefined) {
      this.firstMs = dated;
      if (
        this.kind === 'iso' ||
        this.kind.startsWith('epoch') ||
        (this.kind === 'clock' && dayMs !== undefined)
      )
        this.epochMs = dated;
    }
    return (dated - this.firstMs) / 1000;
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
      const match = /^(\d{1,2}):(\d{2}):(\d{2}(?:\.\d+)?)$/.exec(cell);
      return match ? ((Number(match[1]) * 60 + Number(match[2])) * 60 + Number(match[3])) * 1000 : undefined;
    }
    const value = parseCell(cell);
    if (value === undefined || Number.isNaN(value)) return undefined;
    return value * { s: 1000, ms: 1, min: 60_000, 'epoch-s': 1000, 'epoch-ms': 1 }[this.kind];
  }
}

function dayOf(cell: string, kind: 'ymd' | 'dmy' | 'mdy'): number | undefined {
  const parts = cell.split(/[-/.]/).map(Number);
  if (parts.length !== 3 || parts.some(Number.isNaN)) return undefined;
  const [a, b, c] = parts;
  const [year, month, day] = kind === 'ymd' ? [a, b, c] : kind === 'dmy' ? [c, b, a] : [c, a, b];
  return Date.UTC(year < 100 ? 2000 + year : year, month - 1, day);
}
