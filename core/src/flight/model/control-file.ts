/** Control positions over time, as a file gives them: linear between rows, an empty cell keeps the trimmed position. */
import Papa from 'papaparse';
import { InputError } from '../../errors.ts';
import type { Controls } from './state.ts';

const COLUMNS = {
  throttle: ['throttle', 0, 1],
  elevator: ['elevator', -1, 1],
  aileron: ['aileron', -1, 1],
  rudder: ['rudder', -1, 1],
  trim: ['trim', -1, 1],
  flaps_deg: ['flapsDeg', 0, 90],
  brakes: ['brakes', 0, 1],
} as const satisfies Record<string, [keyof Controls, number, number]>;
type Column = keyof typeof COLUMNS;

export interface ControlRow {
  timeS: number;
  positions: Partial<Controls>;
}

/** @throws InputError naming line and column. */
export function readControlFile(text: string): ControlRow[] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const header = data[0]?.map((name) => name.trim()) ?? [];
  const known = Object.keys(COLUMNS);
  if (!header.includes('time_s')) throw new InputError('controls/no-time', {}, { line: 1 });
  const unknown = header.find((name) => name !== 'time_s' && !known.includes(name));
  if (unknown !== undefined)
    throw new InputError(
      'controls/unknown',
      { known: known.join(', ') },
      {
        line: 1,
        column: header.indexOf(unknown) + 1,
        columnName: unknown,
      },
    );
  const rows = data.slice(1).map((cells, i) => {
    const line = i + 2;
    if (cells.length !== header.length)
      throw new InputError(
        'controls/cells',
        { cells: cells.length, expected: header.length },
        {
          line,
        },
      );
    const row: ControlRow = { timeS: Number.NaN, positions: {} };
    header.forEach((name, k) => {
      const cell = cells[k].trim();
      const value = Number(cell);
      if (name === 'time_s') {
        if (cell === '' || !Number.isFinite(value))
          throw new InputError('controls/time', {}, { line, column: k + 1, columnName: name });
        row.timeS = value;
        return;
      }
      if (cell === '') return;
      const [control, low, high] = COLUMNS[name as Column];
      if (!(value >= low && value <= high))
        throw new InputError(
          'controls/range',
          { cell, low, high },
          {
            line,
            column: k + 1,
            columnName: name,
          },
        );
      row.positions[control] = value;
    });
    return row;
  });
  if (rows.length === 0) throw new InputError('controls/none', {}, { line: 2 });
  rows.forEach((row, i) => {
    if (i > 0 && !(row.timeS > rows[i - 1].timeS))
      throw new InputError(
        'controls/order',
        { timeS: row.timeS },
        {
          line: i + 2,
          columnName: 'time_s',
        },
      );
  });
  return rows;
}

/** The positions at a time, on top of the trimmed ones. */
export function controlsAt(rows: readonly ControlRow[], trimmed: Controls, timeS: number): Controls {
  let next = 0;
  while (next < rows.length && rows[next].timeS <= timeS) next++;
  const a = rows[Math.max(0, next - 1)];
  const b = rows[Math.min(next, rows.length - 1)];
  const part = b.timeS > a.timeS ? Math.min(1, Math.max(0, (timeS - a.timeS) / (b.timeS - a.timeS))) : 0;
  const at = (name: keyof Controls): number => {
    const from = a.positions[name] ?? trimmed[name];
    const to = b.positions[name] ?? trimmed[name];
    return from + part * (to - from);
  };
  return {
    throttle: at('throttle'),
    elevator: at('elevator'),
    aileron: at('aileron'),
    rudder: at('rudder'),
    trim: at('trim'),
    flapsDeg: at('flapsDeg'),
    brakes: at('brakes'),
  };
}
