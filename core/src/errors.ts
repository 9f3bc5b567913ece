/** Input that cannot be used: what is wrong as a code and its figures, and where it stands. Words are made at the edge. */

/** Where in a file something is wrong; lines and columns count from 1. */
export interface FilePlace {
  line?: number;
  column?: number;
  columnName?: string;
}

/** What is quoted of a file in a message: enough to find it by. */
export const quoted = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)}…` : text);

type Nothing = Record<never, never>;
/** A name that nothing has, and those that there are, joined by commas. */
type Unknown<Key extends string> = Record<Key | 'known', string>;

/** What is refused, by code, and the figures that each code has. */
export interface InputCodes {
  /** Data of another shape than its schema; `issue` is the schema's own word. */
  shape: { what: string; path: string; issue: string };
  range: { name: string; value: number; unit: string; low: number; high: number };
  maneuver: Unknown<'id'>;
  'fly/lesson': Unknown<'id'>;
  'fly/too-long': { endS: number; mostS: number };
  'fly/habit': Unknown<'habit'>;
  'fly/habit-unrecorded': { habit: string };
  'balance/station': { airplane: string } & Unknown<'station'>;
  'standard/name': { standard: string; row: string; what: string } & Unknown<'name'>;
  'card/variant': { maneuver: string } & Unknown<'variant'>;
  /** `known` is empty where the flaps are not a choice. */
  'card/configuration': { maneuver: string } & Unknown<'configuration'>;
  'card/bank': { maneuver: string; bankDeg: number; mostDeg: number };
  'plan/ids': Nothing;
  'airplane/no-power': { airplane: string };
  'airplane/no-trim': { airplane: string; kias: number; altitudeFt: number; flapsDeg: number };
  'file/not-text': Nothing;
  'igc/not-igc': { why: string };
  'igc/none-valid': { left: number };
  'fixes/few': { what: string; count: number; least: number };
  'gpx/entities': Nothing;
  'gpx/long-tag': { most: number };
  'gpx/ends-early': Nothing;
  'gpx/malformed': { why: string };
  'gpx/refused': { why: string };
  'gpx/no-root': Nothing;
  'gpx/no-points': Nothing;
  'file/gzip': Nothing;
  'file/too-large': { mostMb: number };
  'sensors/version': { version: string };
  'sensors/header': { key: string; value: string; known: string };
  'sensors/start': { value: string };
  'sensors/no-time': Nothing;
  'sensors/too-long': { most: number };
  'sensors/no-positions': Nothing;
  'gpx/place': { which: string; latDeg: string; lonDeg: string };
  /** `time` is empty where the point has none. */
  'gpx/time': { which: string; time: string };
  'gpx/elevation': { which: string; elevation: string };
  'track/no-places': Nothing;
  'table/none': Nothing;
  'table/column': Unknown<'column'>;
  'table/unit': { column: string; channel: string; unit: string };
  'table/twice': { channel: string };
  'table/no-times': Nothing;
  'times/seconds': { timeS: number };
  'times/too-long': { hours: number; firstS: number; lastS: number };
  'times/year': Nothing;
  'csv/empty': Nothing;
  'csv/quote': Nothing;
  'csv/version': { version: string };
  'csv/date': { date: string };
  'csv/range': { key: string; value: string; min: number; max: number };
  'csv/columns': { count: number; most: number };
  'csv/column-twice': { name: string; first: number; second: number };
  'csv/no-time': Nothing;
  'csv/no-data': Nothing;
  'row/no-time': Nothing;
  'row/time-order': { timeS: number; lastTimeS: number };
  'row/utc': { cell: string };
  'row/cells': { cells: number; expected: number };
  /** `comma`: a comma stands where the decimal point should. */
  'row/number': { cell: string; comma: boolean };
  'row/impossible': { value: number; min: number; max: number };
  'cell/number': { cell: string };
  'cell/impossible': { cell: string; value: number; unit: string; label: string };
  'cell/time': { cell: string };
  'cell/date': { cell: string; kind: 'ymd' | 'dmy' | 'mdy' };
  'cell/landings': { cell: string };
  'cell/day': { cell: string };
  'cell/duration': { cell: string };
  'needs/altitude': Nothing;
  'needs/track': Nothing;
  'needs/rate': { stepS: number };
  'controls/no-time': Nothing;
  'controls/unknown': { known: string };
  'controls/cells': { cells: number; expected: number };
  'controls/time': Nothing;
  'controls/range': { cell: string; low: number; high: number };
  'controls/none': Nothing;
  'controls/order': { timeS: number };
  'path/syllabus': { id: string };
  'path/skill': { index: number; skill: string; syllabus: string };
  'gate/born': { gate: string };
  'gate/no-day': Nothing;
  'gate/day-to-come': { date: string };
  'gate/ends-before': { endsOn: string; date: string };
  'gate/no-end': Nothing;
  'gate/not-ready': { skills: string };
  'week/stretch': { part: string };
  'log/no-table': Nothing;
  'log/too-many': { most: number };
  'people/no-names': Nothing;
  'balances/no-names': Nothing;
  'people/nobody': Nothing;
  'people/too-many': { most: number };
}
export type InputCode = keyof InputCodes;

export class InputError<Code extends InputCode = InputCode> extends Error {
  readonly place: FilePlace;
  /** The input that it is about, by its path in what was given: `weightLb`. */
  readonly path?: string;

  constructor(
    readonly code: Code,
    readonly params: InputCodes[Code],
    { path, ...place }: FilePlace & { path?: string } = {},
  ) {
    // For a log; a person reads what words/input-error.ts makes of it.
    super(`${code} ${JSON.stringify(params)}`);
    this.name = 'InputError';
    this.place = place;
    this.path = path;
  }
}
