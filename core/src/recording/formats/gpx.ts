/** GPX 1.1: track points with time, latitude, longitude and elevation. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { InputError } from '../../errors.ts';
import type { Recording } from '../columns/recording.ts';
import { type Fix, recordingOfFixes } from './fixes.ts';

interface Point {
  lat?: string;
  lon?: string;
  time?: string;
  ele?: string | number;
}

const LISTS = new Set(['trk', 'trkseg', 'trkpt']);

/** @throws InputError for what is no well-formed GPX, and for a point without a place or time. */
export function readGpx(text: string): Recording {
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) throw new InputError('gpx/entities', {});
  if (hasLongTag(text)) throw new InputError('gpx/long-tag', { most: LONGEST_TAG });
  const valid = XMLValidator.validate(text);
  if (valid !== true) {
    const { msg, line, col } = valid.err;
    // The validator lists what is open at the end as a JSON array.
    if (msg.startsWith("Invalid '[")) throw new InputError('gpx/ends-early', {});
    throw new InputError('gpx/malformed', { why: msg }, { line, column: col });
  }
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '',
    parseTagValue: false,
    removeNSPrefix: true,
    isArray: (name) => LISTS.has(name),
  });
  const gpx = parsed(parser, text).gpx as
    | { trk?: { name?: string; trkseg?: { trkpt?: Point[] }[] }[] }
    | undefined;
  if (gpx === undefined) throw new InputError('gpx/no-root', {});
  const points = (gpx.trk ?? []).flatMap(({ trkseg }) => (trkseg ?? []).flatMap(({ trkpt }) => trkpt ?? []));
  if (points.length === 0) throw new InputError('gpx/no-points', {});
  return recordingOfFixes(points.map(fixOf), 'the track');
}

/** Names of elements and attributes are a word or two; what goes on for kilobytes is no track, and dear to read. */
const LONGEST_TAG = 64 * 1024;

/** Whether a tag goes on for longer than any does; text between the tags may be as long as it likes. */
function hasLongTag(text: string): boolean {
  for (let open = text.indexOf('<'); open !== -1; open = text.indexOf('<', open + 1)) {
    const close = text.indexOf('>', open);
    if (close === -1) return text.length - open > LONGEST_TAG;
    if (close - open > LONGEST_TAG) return true;
    open = close;
  }
  return false;
}

/** @throws InputError for what a GPX file has no use for, such as entities. */
function parsed(parser: XMLParser, text: string): Record<string, unknown> {
  try {
    return parser.parse(text);
  } catch (error) {
    throw new InputError('gpx/refused', { why: (error as Error).message });
  }
}

function fixOf(point: Point, i: number): Fix {
  const epochMs = Date.parse(point.time ?? '');
  const [latDeg, lonDeg] = [Number(point.lat), Number(point.lon)];
  const which = `track point ${i + 1}`;
  if (!(Math.abs(latDeg) <= 90 && Math.abs(lonDeg) <= 180))
    throw new InputError('gpx/place', { which, latDeg: String(point.lat), lonDeg: String(point.lon) });
  if (Number.isNaN(epochMs)) throw new InputError('gpx/time', { which, time: point.time ?? '' });
  return {
    epochMs,
    latDeg,
    lonDeg,
    gpsAltM: metresOf(point.ele, which),
    pressureAltM: Number.NaN,
  };
}

/** An elevation; an empty element is none, and not sea level. */
function metresOf(ele: string | number | undefined, which: string): number {
  if (ele === undefined || String(ele).trim() === '') return Number.NaN;
  const metres = Number(ele);
  if (Number.isNaN(metres)) throw new InputError('gpx/elevation', { which, elevation: String(ele) });
  return metres;
}
