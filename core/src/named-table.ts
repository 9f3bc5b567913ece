/** A table from a spreadsheet whose columns go by names, and what is said in it of people who are there. */
import Papa from 'papaparse';
import { InputError } from './errors.ts';

const MOST = 500;

interface NamedTable<What extends string> {
  rows: Record<string, string>[];
  /** Names of the columns as they stand there, lower case. */
  columns: string[];
  /** The column that says this, if there is one. */
  columnOf: (what: What) => string | undefined;
}

/** @param names that each column goes by, lower case */
export function namedTable<What extends string>(
  text: string,
  names: Record<What, readonly string[]>,
): NamedTable<What> {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const columns = meta.fields ?? [];
  return { rows: data, columns, columnOf: (what) => columns.find((one) => names[what].includes(one)) };
}

/** @throws InputError for a table without a line, or with more of them than are looked at at once */
export function requireLines(rows: readonly unknown[]): void {
  if (rows.length === 0) throw new InputError('people/nobody', {});
  if (rows.length > MOST) throw new InputError('people/too-many', { most: MOST });
}

/** Those that a name or an address means: of two of one name the address alone tells which. */
export const meantBy = <P extends { name: string; email?: string | null }>(
  people: readonly P[],
  word: string,
): P[] =>
  people.filter(({ name, email }) => [name, email].some((one) => one?.toLowerCase() === word.toLowerCase()));
