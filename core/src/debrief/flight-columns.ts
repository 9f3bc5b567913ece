/**
 * A whole flight as the debrief draws it: the track's columns as 32-bit floats at ten rows a second at most. One table
 * serves the replay, the flight chart and the plan view, and crosses the wire as it lies in memory.
 */
import type { Channel } from '../recording/columns/channel.ts';
import type { Track } from '../recording/track/track.ts';
import { degrees, radians, shortestTurnDeg, wrap360 } from '../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../units/convert.ts';

/** In the order in which they lie. Speeds kt, angles degrees, heights ft, `north_m` and `east_m` from the first place. */
export const FLIGHT_COLUMNS = [
  'time_s',
  'alt_ft',
  'ias_kt',
  'hdg_deg',
  'bank_deg',
  'pitch_deg',
  'vs_fpm',
  'lat_g',
  'rpm',
  'flaps_deg',
  'stall_warn',
  'north_m',
  'east_m',
  'map_inhg',
] as const;
/** What a flight that was encoded before it named its columns has. */
const UNNAMED = FLIGHT_COLUMNS.slice(0, 13);
export type FlightColumn = (typeof FLIGHT_COLUMNS)[number];

export interface FlightColumns {
  rows: number;
  /** The time as the recording counts it, in 64 bits: seconds since 1970 have no room in 32. */
  columns: Record<Exclude<FlightColumn, 'time_s'>, Float32Array> & { time_s: Float64Array };
  /** What was not recorded and is only worked out, or stands for it: said beside the picture. */
  notes: string[];
}

const MOST_HZ = 10;
const M_PER_DEG = 111_320;

/** NaN where a column was neither measured nor worked out. */
export function flightColumns(track: Track): FlightColumns {
  const stride = Math.max(1, Math.floor(1 / MOST_HZ / track.stepS + 1e-6));
  const rows = Math.ceil(track.timeS.length / stride);
  const notes: string[] = [];
  const take = (value: (row: number) => number) => {
    const column = new Float32Array(rows);
    for (let k = 0; k < rows; k++) column[k] = value(k * stride);
    return column;
  };
  const of = (channel: Channel | undefined) => take((row) => channel?.values[row] ?? Number.NaN);
  const pitch = track.other('pitch_deg');
  if (!pitch) notes.push('pitch was not recorded: the nose is drawn along the path');
  if (track.bankDeg.source === 'derived') notes.push('bank was worked out from the turn');
  const place = placesOf(track);
  if (!place.recorded)
    notes.push(
      'no positions were recorded: the way over the ground follows from heading and speed, without wind',
    );
  return {
    rows,
    notes,
    columns: {
      time_s: Float64Array.from({ length: rows }, (_, k) => track.timeS[k * stride]),
      alt_ft: of(track.altitudeFt),
      ias_kt: of(track.airspeedKt),
      hdg_deg: take((row) => wrap360(track.headingDeg.values[row])),
      bank_deg: of(track.bankDeg),
      pitch_deg: pitch ? of(pitch) : take((row) => pathAngleDeg(track, row)),
      vs_fpm: take((row) => track.verticalSpeedFpm[row]),
      lat_g: of(track.other('lat_g')),
      rpm: of(track.other('rpm')),
      flaps_deg: of(track.other('flaps_deg')),
      stall_warn: of(track.other('stall_warn')),
      north_m: take((row) => place.northM[row]),
      east_m: take((row) => place.eastM[row]),
      map_inhg: of(track.other('map_inhg')),
    },
  };
}

/** The slope of the path through the air, degrees. */
function pathAngleDeg(track: Track, row: number): number {
  const alongMps = track.tasKt(row) * KT_TO_MPS;
  const upMps = (track.verticalSpeedFpm[row] * FT_TO_M) / 60;
  return degrees(Math.atan2(upMps, alongMps));
}

function placesOf(track: Track): { northM: Float64Array; eastM: Float64Array; recorded: boolean } {
  const { timeS } = track;
  const northM = new Float64Array(timeS.length);
  const eastM = new Float64Array(timeS.length);
  const lat = track.other('lat_deg')?.values;
  const lon = track.other('lon_deg')?.values;
  if (lat && lon) {
    const first = lat.findIndex((value, i) => !Number.isNaN(value) && !Number.isNaN(lon[i]));
    const shrink = Math.cos(radians(lat[first]));
    for (let i = 0; i < timeS.length; i++) {
      northM[i] = (lat[i] - lat[first]) * M_PER_DEG;
      // The short way round, should the flight cross the date line.
      eastM[i] = shortestTurnDeg(lon[first], lon[i]) * M_PER_DEG * shrink;
    }
    return { northM, eastM, recorded: true };
  }
  for (let i = 1; i < timeS.length; i++) {
    const stepM = track.tasKt(i) * KT_TO_MPS * Math.min(timeS[i] - timeS[i - 1], 3);
    const heading = radians(track.headingDeg.values[i]);
    const moved = Number.isFinite(stepM) && Number.isFinite(heading);
    northM[i] = northM[i - 1] + (moved ? stepM * Math.cos(heading) : 0);
    eastM[i] = eastM[i - 1] + (moved ? stepM * Math.sin(heading) : 0);
  }
  return { northM, eastM, recorded: false };
}

const HEAD_LENGTH_BYTES = 4;

interface Head {
  columns: readonly FlightColumn[];
  notes: string[];
  /** What the column of times counts from, s; a flight that was encoded before counts from nought. */
  fromS?: number;
}

/**
 * Little-endian: the length of the head, the head as JSON padded to four bytes, then column after column.
 * The head is `{ columns, notes, fromS }`: the columns' names in their order, and what the times count from, the first row.
 */
export function encodeFlight({ rows, columns, notes }: FlightColumns): Uint8Array<ArrayBuffer> {
  const fromS = rows > 0 ? columns.time_s[0] : 0;
  const head: Head = { columns: FLIGHT_COLUMNS, notes, fromS };
  const json = new TextEncoder().encode(JSON.stringify(head));
  const lead = HEAD_LENGTH_BYTES + 4 * Math.ceil(json.length / 4);
  const bytes = new Uint8Array(lead + FLIGHT_COLUMNS.length * rows * 4);
  new DataView(bytes.buffer).setUint32(0, json.length, true);
  bytes.set(json, HEAD_LENGTH_BYTES);
  FLIGHT_COLUMNS.forEach((name, c) => {
    const column =
      name === 'time_s' ? Float32Array.from(columns.time_s, (timeS) => timeS - fromS) : columns[name];
    bytes.set(new Uint8Array(column.buffer, column.byteOffset, rows * 4), lead + c * rows * 4);
  });
  return bytes;
}

/** The other way round; but for the time the columns are views into the buffer. What it does not have is NaN. */
export function decodeFlight(buffer: ArrayBuffer): FlightColumns {
  const length = new DataView(buffer).getUint32(0, true);
  const head = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, HEAD_LENGTH_BYTES, length))) as
    | Head
    | Head['notes'];
  const { columns: names, notes, fromS = 0 } = Array.isArray(head) ? { columns: UNNAMED, notes: head } : head;
  const lead = HEAD_LENGTH_BYTES + 4 * Math.ceil(length / 4);
  const rows = (buffer.byteLength - lead) / 4 / names.length;
  const columns = Object.fromEntries(
    FLIGHT_COLUMNS.map((name) => {
      const place = names.indexOf(name);
      const column =
        place < 0
          ? new Float32Array(rows).fill(Number.NaN)
          : new Float32Array(buffer, lead + place * rows * 4, rows);
      return [name, name === 'time_s' ? Float64Array.from(column, (s) => fromS + toMs(s)) : column];
    }),
  ) as FlightColumns['columns'];
  return { rows, columns, notes };
}

/** To the millisecond, which 32 bits hold for hours. */
const toMs = (timeS: number): number => Math.round(1000 * timeS) / 1000;

/** One moment of a flight, between its rows. */
export type Moment = Record<Exclude<FlightColumn, 'time_s'>, number> & { timeS: number };

/** Rows further apart than this are a hole: nothing is drawn in between. */
const HOLE_S = 3;

/** The last row at or before a time, or 0. */
export function rowAt(timeS: ArrayLike<number>, atS: number): number {
  let low = 0;
  let high = timeS.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (timeS[middle] <= atS) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Linear between the rows, headings and banks the short way round; the nearer row where there is a hole. */
export function momentAt({ columns, rows }: FlightColumns, atS: number): Moment {
  const row = rowAt(columns.time_s, atS);
  const next = Math.min(row + 1, rows - 1);
  const stepS = columns.time_s[next] - columns.time_s[row];
  const part = stepS > 0 ? Math.min(1, Math.max(0, (atS - columns.time_s[row]) / stepS)) : 0;
  const share = stepS > HOLE_S ? Math.round(part) : part;
  const between = (name: FlightColumn): number => {
    const [a, b] = [columns[name][row], columns[name][next]];
    if (Number.isNaN(a) || Number.isNaN(b)) return share < 0.5 ? a : b;
    const change = name === 'hdg_deg' || name === 'bank_deg' ? shortestTurnDeg(a, b) : b - a;
    return a + share * change;
  };
  const moment = { timeS: atS } as Moment;
  for (const name of FLIGHT_COLUMNS) if (name !== 'time_s') moment[name] = between(name);
  return { ...moment, hdg_deg: wrap360(moment.hdg_deg), stall_warn: columns.stall_warn[row] };
}
