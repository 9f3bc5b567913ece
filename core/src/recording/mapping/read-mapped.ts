/** A table of another make, read as a person said what its columns are. */

import Papa from 'papaparse';
import type { Coded } from '../../coded.ts';
import { InputError } from '../../errors.ts';
import { wrap360 } from '../../units/angles.ts';
import { dayIn, UTC } from '../../units/days.ts';
import { type ChannelName, channelInfo } from '../columns/channels.ts';
import { GrowingColumns } from '../columns/columns.ts';
import { parseCell } from '../columns/csv-number.ts';
import type { Recording } from '../columns/recording.ts';
import { warning } from '../warnings.ts';
import { Clock } from './clock.ts';
import type { Mapping } from './mapping.ts';
import { isNothing } from './nothing.ts';
import { columnOf, type TableHead, tableHead, withPoints } from './table.ts';
import { conversion } from './units.ts';

interface Source {
  channel: ChannelName;
  index: number;
  scale: number;
  offset: number;
}

/**
 * Rows whose time is not later than the one before are left out and counted: loggers repeat a second at their seams. So are
 * rows without a time or a day, as before a logger's first fix.
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
    if (!factors) throw new InputError('table/unit', { column, channel, unit });
    const sign = flip ? -1 : 1;
    return {
      channel,
      index: columnOf(head, column),
      scale: sign * factors.scale,
      offset: sign * factors.offset,
    };
  });
  const twice = sources.find(
    ({ channel }, i) => sources.findIndex((other) => other.channel === channel) !== i,
  );
  if (twice) throw new InputError('table/twice', { channel: twice.channel });
  const clock = new Clock(head, mapping);
  const columns = new GrowingColumns(sources.length + 1);
  const lines = text.split('\n');
  let [leftOut, untimed] = [0, 0];
  let line = head.dataLine;
  let lastS = Number.NEGATIVE_INFINITY;
  for (const written of lines.slice(head.dataLine - 1)) {
    const at = line++;
    if (written.trim() === '') continue;
    const raw = head.decimalComma ? withPoints(written) : written;
    const row = raw.includes('"')
      ? Papa.parse<string[]>(raw, { delimiter: head.delimiter }).data[0]
      : raw.split(head.delimiter);
    const timeS = clock.read(row, at);
    if (Number.isNaN(timeS)) {
      untimed++;
      continue;
    }
    if (timeS <= lastS) {
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
    throw new InputError(
      'table/no-times',
      {},
      {
        line: head.dataLine,
      },
    );
  return finish(columns, sources, clock.epochMs, [
    ...(untimed > 0 ? [warning('rows-without-time', { count: untimed })] : []),
    ...(leftOut > 0 ? [warning('rows-out-of-order', { count: leftOut })] : []),
  ]);
}

function finish(
  columns: GrowingColumns,
  sources: readonly Source[],
  epochMs: number | undefined,
  warnings: Coded[],
): Recording {
  const finished = columns.finish();
  const channels: Recording['channels'] = {};
  sources.forEach(({ channel }, c) => {
    const values = finished[c];
    if (channelInfo(channel).circular) for (let i = 0; i < values.length; i++) values[i] = wrap360(values[i]);
    if (values.some((value) => !Number.isNaN(value))) channels[channel] = values;
  });
  const header = epochMs === undefined ? {} : { date: dayIn(epochMs, UTC) };
  return { header, timeS: finished[sources.length], channels, epochMs, warnings };
}

function measured(
  row: readonly string[],
  { index, scale, offset, channel }: Source,
  head: TableHead,
  line: number,
): number {
  const cell = row[index] ?? '';
  const value = parseCell(cell);
  if (value === undefined && !isNothing(cell))
    throw new InputError(
      'cell/number',
      { cell: cell.slice(0, 30) },
      {
        line,
        column: index + 1,
        columnName: head.columns[index],
      },
    );
  const converted = (value ?? Number.NaN) * scale + offset;
  const info = channelInfo(channel);
  if (info.circular) return converted;
  if (
    converted < (info.min ?? Number.NEGATIVE_INFINITY) ||
    converted > (info.max ?? Number.POSITIVE_INFINITY)
  )
    throw new InputError(
      'cell/impossible',
      { cell: cell.trim(), value: Math.round(converted), unit: info.unit, label: info.label },
      { line, column: index + 1, columnName: head.columns[index] },
    );
  return converted;
}
