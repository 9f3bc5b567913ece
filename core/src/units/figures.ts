/**
 * Numbers of the trade as data: each with its unit, what it means and where it comes from. A maneuver's room and the
 * kits keep theirs in such tables; a table is read as plain numbers, and its rows can be listed.
 */

export interface Figure {
  value: number;
  /** `''` for a share or a count. */
  unit: string;
  /** What it stands for, as the end of "the … ". */
  means: string;
  source: string;
}

/** Known among instructors and written nowhere that could be named. */
const COMMON_PRACTICE = 'common practice';

type Row = readonly [value: number, unit: string, means: string, source?: string];

/** A table as plain numbers, by name. */
export type Figures<Name extends string = string> = Readonly<Record<Name, number>>;

export interface FigureTable {
  /** Where the table belongs, as a path: `stalls/signs`. */
  group: string;
  /** Whether a school may put its own in place of these. */
  editable: boolean;
  rows: Readonly<Record<string, Figure>>;
}

const tables = new WeakMap<object, FigureTable>();

const tableOf = <const T extends Record<string, Row>>(
  group: string,
  editable: boolean,
  rows: T,
): Figures<keyof T & string> => {
  const entries = Object.entries<Row>(rows);
  const values = Object.freeze(Object.fromEntries(entries.map(([name, [value]]) => [name, value])));
  const figures = entries.map(([name, [value, unit, means, source = COMMON_PRACTICE]]): [string, Figure] => [
    name,
    { value, unit, means, source },
  ]);
  tables.set(values, { group, editable, rows: Object.fromEntries(figures) });
  return values as Figures<keyof T & string>;
};

/** How a maneuver is told from the columns. */
export const figures = <const T extends Record<string, Row>>(group: string, rows: T) =>
  tableOf(group, false, rows);

/** When a deviation becomes a finding: a school edits its copy. */
export const thresholds = <const T extends Record<string, Row>>(group: string, rows: T) =>
  tableOf(group, true, rows);

/** The rows of a table, with units, meanings and sources. */
export function rowsOfTable(table: Figures): FigureTable {
  const known = tables.get(table);
  if (!known) throw new Error('these figures are no table');
  return known;
}

/** A school's own thresholds, by group and name; what is left out is as it comes. */
export type ThresholdEdits = Readonly<Record<string, Readonly<Record<string, number>>>>;

/** A table of thresholds with the school's own laid over. */
export function limitsOf<Name extends string>(
  { thresholds: edits }: { thresholds: ThresholdEdits },
  table: Figures<Name>,
): Figures<Name> {
  const own = edits[rowsOfTable(table).group];
  return own ? { ...table, ...own } : table;
}
