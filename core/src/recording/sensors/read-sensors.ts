/** Reads a sensor log, version 1 (docs/recording-format.md). Lines that break off or go back in time are counted and left out. */
import { InputError, quoted } from '../../errors.ts';
import { GrowingColumns } from '../columns/columns.ts';
import { parseCell } from '../columns/csv-number.ts';
import { parseUtcMs } from '../columns/utc.ts';
import { throughHeader } from '../csv/csv-header.ts';
import { warning } from '../warnings.ts';
import type { SensorLog } from './sensor-log.ts';

const MARK = /^\s*#\s*keelpath-sensors\s*:/i;
/** Told from the first line. */
export const isSensorLog = (text: string): boolean => MARK.test(text);

const MOTION = ['ax', 'ay', 'az', 'gx', 'gy', 'gz'] as const;
const FIX = ['lat', 'lon', 'alt_m', 'hacc_m', 'vacc_m', 'gs_mps', 'trk_deg'] as const;
const SOUND = ['rpm', 'rpm_q', 'horn'] as const;
const KNOWN: readonly string[] = ['t_ms', ...MOTION, ...FIX, ...SOUND, 'mark'];
/** More rows than this are longer than any tank: nothing else is that long. */
const MOST_ROWS = 3_000_000;

type Header = Pick<SensorLog, 'mount' | 'gravitySign' | 'rateAxes' | 'altitude' | 'device' | 'epochMs'>;

/** @throws InputError naming line and what was expected. */
export function readSensorLog(source: string, onProgress?: (fraction: number) => void): SensorLog {
  const text = source.includes('\r') ? source.replace(/\r\n?/g, '\n') : source;
  const { header, bodyStart, bodyLine } = readHeader(text);
  let at = bodyStart;
  let line = bodyLine;
  const nextLine = (): string | undefined => {
    if (at >= text.length) return undefined;
    const newline = text.indexOf('\n', at);
    const end = newline < 0 ? text.length : newline;
    const content = text.slice(at, end);
    at = end + 1;
    line++;
    return content;
  };
  const names = (nextLine() ?? '').split(',').map((name) => name.trim().toLowerCase());
  if (!names.includes('t_ms')) throw new InputError('sensors/no-time', {}, { line: line - 1 });
  const place = (name: string) => names.indexOf(name);
  const columnsOf = (wanted: readonly string[]) => wanted.map(place);
  const time = place('t_ms');
  const groups = [
    { places: columnsOf(MOTION), into: new GrowingColumns(MOTION.length + 1), whole: true },
    { places: columnsOf(FIX), into: new GrowingColumns(FIX.length + 1, 64), whole: false },
    { places: columnsOf(SOUND), into: new GrowingColumns(SOUND.length + 1, 64), whole: false },
  ];
  let lastMs = Number.NEGATIVE_INFINITY;
  let [back, broken, rows] = [0, 0, 0];
  for (let content = nextLine(); content !== undefined; content = nextLine()) {
    if (content === '') continue;
    if (++rows > MOST_ROWS) throw new InputError('sensors/too-long', { most: MOST_ROWS }, { line: line - 1 });
    if (rows % 50_000 === 0) onProgress?.(at / text.length);
    const cells = content.split(',');
    const ms = parseCell(cells[time] ?? '');
    if (ms === undefined || Number.isNaN(ms) || cells.length > names.length) {
      broken++;
      continue;
    }
    if (ms <= lastMs) {
      back++;
      continue;
    }
    lastMs = ms;
    for (const { places, into, whole } of groups) keep(cells, places, into, ms / 1000, whole);
  }
  const [motion = [], fixes = [], sound = []] = groups.map(({ into }) => into.finish());
  const warnings = [
    ...names
      .filter((name) => name !== '' && !KNOWN.includes(name))
      .map((name) => warning('column-unknown', { name: quoted(name) })),
    ...(back > 0 ? [warning('rows-out-of-order', { count: back })] : []),
    ...(broken > 0 ? [warning('rows-without-time', { count: broken })] : []),
  ];
  if ((fixes[0]?.length ?? 0) === 0) throw new InputError('sensors/no-positions', {});
  return {
    ...header,
    timeS: motion[0],
    force: [motion[1], motion[2], motion[3]],
    rateDegPerS: [motion[4], motion[5], motion[6]],
    fixes: {
      timeS: fixes[0],
      latDeg: fixes[1],
      lonDeg: fixes[2],
      altitudeM: fixes[3],
      horizontalErrorM: fixes[4],
      verticalErrorM: fixes[5],
      groundSpeedMps: fixes[6],
      trackDeg: fixes[7],
    },
    sound: { timeS: sound[0], rpm: sound[1], quality: sound[2], horn: sound[3] },
    warnings,
  };
}

/** A row of a group, where it has any of its cells (or all of them); an impossible figure is none. */
function keep(
  cells: readonly string[],
  places: readonly number[],
  into: GrowingColumns,
  atS: number,
  whole: boolean,
): void {
  const values: number[] = [];
  let known = 0;
  for (const at of places) {
    const value = at < 0 ? Number.NaN : (parseCell(cells[at] ?? '') ?? Number.NaN);
    if (Number.isFinite(value)) known++;
    values.push(value);
  }
  if (known === 0 || (whole && known < places.length)) return;
  const row = into.beginRow();
  into.data[0][row] = atS;
  values.forEach((value, k) => {
    into.data[k + 1][row] = value;
  });
}

function readHeader(text: string): { header: Header; bodyStart: number; bodyLine: number } {
  const header: Header = { mount: 'knee', gravitySign: null, rateAxes: 'unknown', altitude: 'unknown' };
  return { header, ...throughHeader(text, (content, line) => readHeaderLine(content, line, header)) };
}

function readHeaderLine(content: string, line: number, header: Header): void {
  const [, key, value] = /^\s*([a-z_-]+)\s*:\s*(.*)$/i.exec(content) ?? [];
  if (key === undefined || value === undefined) return;
  const oneOf = <T extends string>(...words: readonly T[]): T => {
    const found = words.find((word) => word === value);
    if (found === undefined)
      throw new InputError(
        'sensors/header',
        { key: key.toLowerCase(), value: quoted(value), known: words.join(', ') },
        { line },
      );
    return found;
  };
  switch (key.toLowerCase()) {
    case 'keelpath-sensors':
      if (value !== '1') throw new InputError('sensors/version', { version: quoted(value) }, { line });
      return;
    case 'started_utc': {
      const ms = parseUtcMs(value);
      if (ms === undefined || Number.isNaN(ms))
        throw new InputError('sensors/start', { value: quoted(value) }, { line });
      header.epochMs = ms;
      return;
    }
    case 'mount':
      header.mount = oneOf('fixed', 'knee');
      return;
    case 'gravity_sign': {
      const sign = oneOf('+1', '-1', '1', 'unknown');
      header.gravitySign = sign === 'unknown' ? null : sign === '-1' ? -1 : 1;
      return;
    }
    case 'rate_axes':
      header.rateAxes = oneOf('spec', 'xyz', 'unknown');
      return;
    case 'altitude':
      header.altitude = oneOf('ellipsoid', 'msl', 'unknown');
      return;
    case 'device':
      header.device = value.slice(0, 120);
  }
}
