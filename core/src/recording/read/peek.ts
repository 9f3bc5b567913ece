/** What the beginning of a file tells before the file is read: its kind, its airplane, when it began. */

import type { Place } from '../../units/distance.ts';
import { parseUtcMs } from '../columns/utc.ts';
import { readHeaderLines } from '../csv/csv-header.ts';
import { type Beginning, beginningOfDate } from './beginning.ts';
import { formatOf, type RecordingFormat } from './read-recording.ts';

export interface Peek {
  format: RecordingFormat;
  /** The airplane's id, where the file names it. */
  airplane?: string;
  begins?: Beginning;
  /** Where its first position is. */
  place?: Place;
  /** What the file’s own header says of the day. */
  weightLb?: number;
  groundFt?: number;
  /** A table whose columns are not those of Recording CSV: somebody has to say what they are. */
  needsMapping: boolean;
}

/** @param text the file's first few thousand characters; lines may break off at the end. */
export function peekRecording(text: string): Peek {
  const format = formatOf(text.replace(/^\uFEFF/, ''));
  const known = { format, needsMapping: false };
  switch (format) {
    case 'gpx':
      return {
        ...known,
        begins: at(isoMs(/<trkpt[\s\S]*?<time>([^<]+)<\/time>/.exec(text)?.[1])),
        place: placeOf(
          /<trkpt[^>]*\blat="([^"]+)"/.exec(text)?.[1],
          /<trkpt[^>]*\blon="([^"]+)"/.exec(text)?.[1],
        ),
      };
    case 'igc':
      return { ...known, begins: at(igcStart(text)), place: igcPlace(text) };
    case 'nmea':
      return { ...known, begins: at(nmeaStart(text)) };
    case 'sensors':
      return { ...known, begins: at(isoMs(/^#\s*started_utc\s*:\s*(\S+)/m.exec(text)?.[1])) };
    case 'csv':
      return { ...known, ...peekCsv(text) };
  }
}

const at = (atMs: number | undefined): Beginning | undefined => (atMs === undefined ? undefined : { atMs });

const isoMs = (text: string | undefined): number | undefined => {
  const ms = Date.parse(text ?? '');
  return Number.isNaN(ms) ? undefined : ms;
};

/** `HFDTE` with day, month, year of two figures, then the first fix's time of day. */
function igcStart(text: string): number | undefined {
  const date = /^HFDTE(?:DATE:)?(\d{2})(\d{2})(\d{2})/m.exec(text);
  const time = /^B(\d{2})(\d{2})(\d{2})/m.exec(text);
  if (!date || !time) return undefined;
  const [day, month, year] = date.slice(1).map(Number);
  const [h, m, s] = time.slice(1).map(Number);
  return Date.UTC(2000 + year, month - 1, day, h, m, s);
}

/** Degrees and thousandths of a minute, with their hemispheres. */
function igcPlace(text: string): Place | undefined {
  const fix = /^B\d{6}(\d{2})(\d{5})([NS])(\d{3})(\d{5})([EW])/m.exec(text);
  if (!fix) return undefined;
  const degrees = (whole: string, thousandths: string, side: string) =>
    (Number(whole) + Number(thousandths) / 60_000) * (side === 'S' || side === 'W' ? -1 : 1);
  return { latDeg: degrees(fix[1], fix[2], fix[3]), lonDeg: degrees(fix[4], fix[5], fix[6]) };
}

/** An empty cell is no place. */
function placeOf(lat: string | undefined, lon: string | undefined): Place | undefined {
  if (!lat?.trim() || !lon?.trim()) return undefined;
  const place = { latDeg: Number(lat), lonDeg: Number(lon) };
  return Number.isFinite(place.latDeg) && Number.isFinite(place.lonDeg) ? place : undefined;
}

/** The first RMC sentence has both the time and the date. */
function nmeaStart(text: string): number | undefined {
  const rmc = /^\$..RMC,(\d{2})(\d{2})(\d{2})[^,]*,(?:[^,]*,){7}(\d{2})(\d{2})(\d{2}),/m.exec(text);
  if (!rmc) return undefined;
  const [h, m, s, day, month, year] = rmc.slice(1).map(Number);
  return Date.UTC(2000 + year, month - 1, day, h, m, s);
}

function peekCsv(text: string): Omit<Peek, 'format'> {
  const plain = text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  const unknown = { needsMapping: true };
  try {
    const { header, bodyStart } = readHeaderLines(plain);
    const [names = '', first = ''] = plain.slice(bodyStart).split('\n', 2);
    const delimiter = [',', ';', '\t'].find((one) => names.includes(one)) ?? ',';
    const columns = names.split(delimiter).map((name) => name.trim().toLowerCase().replaceAll('"', ''));
    const own =
      (columns.includes('time_s') || columns.includes('utc')) &&
      columns.some((name) => name.endsWith('alt_ft'));
    if (!own) return unknown;
    const cells = first.split(delimiter).map((cell) => cell.trim().replaceAll('"', ''));
    const cell = (name: string): string | undefined => cells[columns.indexOf(name)];
    const utc = columns.includes('utc') ? parseUtcMs(cell('utc') ?? '') : undefined;
    return {
      needsMapping: false,
      airplane: header.airplane,
      weightLb: header.weightLb,
      groundFt: header.groundFt,
      begins: at(utc) ?? beginningOfDate(header.date),
      place: placeOf(cell('lat_deg'), cell('lon_deg')),
    };
  } catch {
    // What is wrong with its first lines the reader says, with line and column.
    return { needsMapping: false };
  }
}
