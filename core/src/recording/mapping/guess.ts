/** What a table's columns most likely are, from their names and units: a proposal for a person to look at. */
import type { ChannelName } from '../columns/channels.ts';
import { parseUtcMs } from '../columns/utc.ts';
import { type DateKind, dayOf, looksLikeDay } from './day-cell.ts';
import type { Mapping, TimeKind } from './mapping.ts';
import { isNothing } from './nothing.ts';
import type { TableHead } from './table.ts';
import { unitNamed, unitsOf } from './units.ts';

/** Words that name a channel, the more particular first: a ground speed is not to be taken for an airspeed. */
const NAMED: readonly [ChannelName, RegExp][] = [
  ['gs_kt', /ground ?sp|\bgs\b|gnd ?sp|\bsog\b|gps ?sp/],
  ['trk_deg', /\btrk\b|track|course|\bcog\b/],
  ['tas_kt', /\btas\b|true ?air/],
  ['ias_kt', /\bias\b|indicated ?air|airspeed|air ?sp|\bcas\b/],
  ['vs_fpm', /vert(ical)? ?sp|\bvs\b|\bvsi\b|vspd|vario|climb|\broc\b/],
  ['gps_alt_ft', /gps ?alt|alt(itude)? ?gps|gnss|geo ?alt|alt(itude)? ?msl|wgs/],
  ['alt_ft', /\balt\b|altitude|baro ?alt|height|indicated ?alt/],
  ['lat_g', /lat(eral)? ?(acc?|g|force)|\bay\b|ball|slip/],
  ['load_g', /norm(al)? ?acc?|load|\bnz\b|\baz\b|\bg ?meter\b/],
  ['hdg_deg', /\bhdg\b|heading|compass|\bhead\b/],
  ['pitch_deg', /pitch/],
  ['bank_deg', /bank|roll\b/],
  ['lat_deg', /\blat\b|latitude/],
  ['lon_deg', /\blon\b|\blng\b|\blong\b|longitude/],
  ['rpm', /rpm|engine ?sp|\bn1\b/],
  ['map_inhg', /manifold|\bmap\b/],
  ['power_pct', /power/],
  ['flaps_deg', /flap/],
  ['stall_warn', /stall ?w/],
  ['aoa_deg', /\baoa\b|angle ?of ?att/],
  ['oat_c', /\boat\b|outside|ambient|temp/],
  ['throttle', /throttle/],
  ['aileron', /aileron/],
  ['elevator', /elevator/],
  ['rudder', /rudder/],
  ['trim', /trim/],
];

/** Lower case, with signs as blanks; what stands in brackets belongs to the unit. */
const plain = (name: string): string =>
  name
    .replace(/[([{].*?[)\]}]/g, ' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[^a-z0-9/°%]+/g, ' ')
    .trim();

/** What may be a unit: the words in brackets, the name's last word, the row of units. */
function unitWords(name: string, unitCell: string | undefined): string[] {
  const inBrackets = [...name.matchAll(/[([{](.*?)[)\]}]/g)].map(([, word]) => word);
  const last = plain(name).split(' ').slice(1).at(-1);
  return [unitCell, ...inBrackets, last]
    .filter((word) => word !== undefined)
    .map((word) =>
      word
        .trim()
        .toLowerCase()
        .replace(/[()[\]]/g, ''),
    );
}

export function guessMapping(head: TableHead): Partial<Mapping> {
  const taken = new Set<ChannelName>();
  const time = guessTime(head);
  const date = guessDate(head);
  const channels = head.columns.flatMap((column, i): Mapping['channels'] => {
    if (column === '' || column === time?.column || column === date?.column) return [];
    const name = plain(column);
    const channel = NAMED.find(([id, words]) => !taken.has(id) && words.test(name))?.[0];
    if (!channel) return [];
    taken.add(channel);
    const unit = unitNamed(channel, unitWords(column, head.units[i])) ?? unitsOf(channel)[0];
    return [{ column, channel, unit, flip: false }];
  });
  return { ...(time && { time }), ...(date && { date }), channels };
}

/** The first rows' cells that hold something. */
const sampleOf = (head: TableHead, column: number): string[] =>
  head.sample.map((row) => row[column]?.trim() ?? '').filter((cell) => !isNothing(cell));

function guessTime(head: TableHead): Mapping['time'] | undefined {
  const candidates = head.columns
    .map((column, i) => ({ column, i, name: plain(column), cells: sampleOf(head, i) }))
    .filter(({ name, cells }) => /time|\butc\b|\bsec|\bclock|elapsed|stamp/.test(name) && cells.length > 0);
  const found = candidates.find(({ cells }) => timeKind(cells) !== undefined);
  if (!found) return undefined;
  const words = unitWords(found.column, head.units[found.i]);
  const kind = timeKind(found.cells)!;
  const counted: TimeKind = words.some((word) => word === 'ms')
    ? 'ms'
    : words.some((word) => word === 'min')
      ? 'min'
      : 's';
  return { column: found.column, kind: kind === 's' ? counted : kind };
}

function timeKind(cells: readonly string[]): TimeKind | undefined {
  if (cells.every((cell) => parseUtcMs(cell) !== undefined)) return 'iso';
  if (cells.every((cell) => /^\d{1,2}:\d{2}:\d{2}(\.\d+)?$/.test(cell))) return 'clock';
  const numbers = cells.map(Number);
  if (numbers.some(Number.isNaN)) return undefined;
  if (numbers.every((value) => value > 1e11)) return 'epoch-ms';
  if (numbers.every((value) => value > 1e8)) return 'epoch-s';
  return 's';
}

const YEAR_FIRST = /^\d{4}/;
const ORDERS: readonly DateKind[] = ['dmy', 'mdy', 'ymd'];

function guessDate(head: TableHead): Mapping['date'] {
  const i = head.columns.findIndex(
    (column, at) => /date|\bday\b/.test(plain(column)) && sampleOf(head, at).every(looksLikeDay),
  );
  if (i < 0) return undefined;
  const cells = sampleOf(head, i);
  // Where two orders fit every cell, the day before the month is the more common one.
  const kind = ORDERS.find((order) => cells.every((cell) => dayOf(cell, order) !== undefined)) ?? 'dmy';
  return { column: head.columns[i], kind: cells.some((cell) => YEAR_FIRST.test(cell)) ? 'ymd' : kind };
}
