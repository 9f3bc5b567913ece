/**
 * From a sensor log to a recording: positions as they are; from a device that is fixed in the airplane also bank, pitch,
 * heading, load and side force, each row with its own error. A device that moves, or whose rotation nothing tells, leaves the
 * positions.
 */
import { radians, shortestTurnDeg, wrap360 } from '../../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../../units/convert.ts';
import type { ChannelName } from '../columns/channels.ts';
import { dropEmpty, type Recording } from '../columns/recording.ts';
import { warning } from '../warnings.ts';
import { angleColumns, headingsThroughAir, steadyMoments, variationOf } from './angle-columns.ts';
import { attitudeOver } from './attitude.ts';
import type { Fix } from './attitude-filter.ts';
import { axesOf, scatterOf, USUAL_LAG_S } from './axes.ts';
import { followed, ROW_S, type Row } from './followed.ts';
import { mountOf } from './mount.ts';
import { readSensorLog } from './read-sensors.ts';
import type { SensorLog } from './sensor-log.ts';
import { unbroken } from './stretches.ts';

/** A receiver's velocity is known to about so much; its height as it says, and not better than this. */
const SPEED_ERROR_MPS = 0.3;
const LEAST_HEIGHT_ERROR_M = 8;
const STANDING_MPS = 0.5;
/** Heard well enough to be told; a horn too. */
const HEARD = 0.5;

type Columns = Partial<Record<ChannelName, Float64Array>>;
interface Rows {
  timeS: Float64Array;
  values: Columns;
  errors: Columns;
}

/** @throws InputError naming line and what was expected. */
export function readSensors(text: string, onProgress?: (fraction: number) => void): Recording {
  const log = readSensorLog(text, (fraction) => onProgress?.(0.3 * fraction));
  const axes = log.mount === 'fixed' && log.timeS.length > 0 ? axesOf(log) : undefined;
  const lagS = axes?.lagS ?? USUAL_LAG_S;
  const recording = positionsOf(log, lagS);
  const parts: Rows[] = [{ timeS: recording.timeS, values: recording.channels, errors: {} }, soundOf(log)];
  if (axes) {
    const scatter = scatterOf(axes.samples);
    const stretches = unbroken(axes.samples, fixesOf(log, lagS));
    const rows = stretches.flatMap((stretch, i) => {
      onProgress?.(0.3 + (0.6 * i) / stretches.length);
      const attitude = attitudeOver(stretch.samples, stretch.fixes, scatter);
      return attitude ? followed(stretch, attitude) : [];
    });
    const headings = headingsThroughAir(recording);
    const mount = mountOf(steadyMoments(rows, recording, headings), ROW_S);
    if (!mount) recording.warnings.push(warning('attitude-unknown'));
    else {
      if (mount.movedAtS !== null) recording.warnings.push(warning('mount-slipped', { atS: mount.movedAtS }));
      recording.warnings.push(warning('pitch-from-cruise'));
      const timeS = Float64Array.from(rows, ({ atS }) => atS);
      const { values, errors } = angleColumns(rows, mount, scatter, recording);
      smoothHeights(recording, rows);
      headAlsoElsewhere(recording, headings, timeS);
      parts.push({
        timeS,
        values: {
          ...values,
          ...placesAt(recording, timeS),
          gps_alt_ft: Float64Array.from(rows, ({ heightM }) => heightM / FT_TO_M),
        },
        errors,
      });
    }
  }
  return { ...recording, ...joined(parts) };
}

/** Rows at the fixes' moments, which lie before they were written. */
function positionsOf({ fixes, epochMs, warnings, altitude }: SensorLog, lagS: number): Recording {
  return {
    header: {},
    timeS: fixes.timeS.map((s) => s - lagS),
    channels: {
      lat_deg: fixes.latDeg,
      lon_deg: fixes.lonDeg,
      gps_alt_ft: fixes.altitudeM.map((m) => m / FT_TO_M),
      gs_kt: fixes.groundSpeedMps.map((mps) => mps / KT_TO_MPS),
      trk_deg: fixes.trackDeg,
    },
    ...(epochMs !== undefined && { epochMs }),
    warnings: [...warnings, ...(altitude === 'msl' ? [] : [warning('altitude-datum')])],
  };
}

/**
 * Heights as the filter has them: a receiver's wander up and down within seconds, and the accelerometers know better. At the
 * fixes' own rows too, so that no two heights stand side by side.
 */
function smoothHeights({ timeS, channels }: Recording, rows: readonly Row[]): void {
  const heights = channels.gps_alt_ft;
  let next = 0;
  timeS.forEach((s, i) => {
    while (next < rows.length && rows[next].atS < s) next++;
    const [before, after] = [rows[next - 1], rows[next]];
    if (!heights || !before || !after || after.atS - before.atS > 2 * ROW_S) return;
    const share = (s - before.atS) / (after.atS - before.atS);
    heights[i] = (before.heightM + share * (after.heightM - before.heightM)) / FT_TO_M;
  });
}

/** Where the rotation is not known, as on the apron, the way through the air is the heading. */
function headAlsoElsewhere(recording: Recording, headings: Float64Array, known: Float64Array): void {
  const variation = variationOf(recording);
  let next = 0;
  recording.channels.hdg_deg = recording.timeS.map((s, i) => {
    while (next < known.length && known[next] < s) next++;
    const near = Math.min(
      s - (known[next - 1] ?? Number.NEGATIVE_INFINITY),
      (known[next] ?? Number.POSITIVE_INFINITY) - s,
    );
    return near <= 2 * ROW_S ? Number.NaN : wrap360(headings[i] - variation) % 360;
  });
}

/** Fixes further apart are not joined by a line, s. */
const JOINED_S = 3;

/** Where it was between the fixes: on a straight way from each to the next. */
function placesAt({ timeS: fixS, channels }: Recording, timeS: Float64Array): Columns {
  const names = ['lat_deg', 'lon_deg', 'gs_kt', 'trk_deg'] as const;
  const columns: Columns = Object.fromEntries(
    names.map((name) => [name, new Float64Array(timeS.length).fill(Number.NaN)]),
  );
  let next = 0;
  timeS.forEach((s, i) => {
    while (next < fixS.length && fixS[next] < s) next++;
    const stepS = fixS[next] - fixS[next - 1];
    if (!(stepS <= JOINED_S)) return;
    const share = (s - fixS[next - 1]) / stepS;
    for (const name of names) {
      const [own, column] = [channels[name], columns[name]];
      if (!own || !column) continue;
      const [from, to] = [own[next - 1], own[next]];
      column[i] =
        name === 'trk_deg'
          ? wrap360(from + share * shortestTurnDeg(from, to)) % 360
          : from + share * (to - from);
    }
  });
  return columns;
}

/** With each fix the moment that it is of, and its errors. */
function fixesOf({ fixes }: SensorLog, lagS: number): Fix[] {
  return Array.from(fixes.timeS).flatMap((writtenS, i) => {
    const [speed, track] = [fixes.groundSpeedMps[i], radians(fixes.trackDeg[i])];
    // At rest there is no track.
    const still = speed < STANDING_MPS;
    const fix: Fix = {
      timeS: writtenS - lagS,
      north: still ? 0 : speed * Math.cos(track),
      east: still ? 0 : speed * Math.sin(track),
      heightM: fixes.altitudeM[i],
      speedErrorMps: SPEED_ERROR_MPS,
      heightErrorM: Math.max(LEAST_HEIGHT_ERROR_M, fixes.verticalErrorM[i] || 0),
    };
    return Number.isNaN(fix.north) ? [] : [fix];
  });
}

/** Revolutions that were heard well, and soundings of the horn. That nothing was heard tells nothing. */
function soundOf({ sound: { timeS, rpm, quality, horn } }: SensorLog): Rows {
  const values: Columns = {
    rpm: rpm.map((value, i) => (quality[i] >= HEARD ? value : Number.NaN)),
    stall_warn: horn.map((value) => (value >= HEARD ? 1 : Number.NaN)),
  };
  dropEmpty(values, ['rpm', 'stall_warn']);
  return { timeS, values, errors: {} };
}

/** All rows in the order of their moments; a column is empty where another's row stands. */
function joined(parts: readonly Rows[]): Pick<Recording, 'timeS' | 'channels' | 'errors'> {
  const all = parts.flatMap(({ timeS }, part) => Array.from(timeS, (s, row) => ({ s, part, row })));
  all.sort((a, b) => a.s - b.s);
  const timeS: number[] = [];
  const places = parts.map(({ timeS: own }) => new Int32Array(own.length));
  for (const { s, part, row } of all) {
    // Two at one moment are one row.
    if (timeS.length === 0 || s - timeS.at(-1)! > 1e-6) timeS.push(s);
    places[part][row] = timeS.length - 1;
  }
  const spread = (pick: (rows: Rows) => Columns): Columns => {
    const whole: Columns = {};
    parts.forEach((rows, part) => {
      for (const [name, column] of Object.entries(pick(rows)) as [ChannelName, Float64Array][]) {
        whole[name] ??= new Float64Array(timeS.length).fill(Number.NaN);
        const into = whole[name];
        column.forEach((value, row) => {
          into[places[part][row]] = value;
        });
      }
    });
    return whole;
  };
  return {
    timeS: Float64Array.from(timeS),
    channels: spread(({ values }) => values),
    errors: spread(({ errors }) => errors),
  };
}
