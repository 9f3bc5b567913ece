/** A table of people who are to come, as a spreadsheet has it: looked at line by line before anybody is invited. */
import Papa from 'papaparse';
import type { Coded, Params } from '../coded.ts';
import { InputError } from '../errors.ts';
import { meantBy, namedTable, requireLines } from '../named-table.ts';
import { emailSchema, nameSchema, type Role, roleSchema } from './person.ts';

export interface ListedPerson {
  /** Of the file, the row of names being 1. */
  line: number;
  name: string;
  email: string;
  role: Role;
  /** Names or addresses of those who are to teach, as they stand in the file. */
  taughtBy: string[];
}

interface ReadPeople {
  people: ListedPerson[];
  problems: ({ line: number } & Coded)[];
}

/** Names that a column goes by, lower case. */
const NAMES = {
  name: ['name', 'full name', 'person', 'student'],
  email: ['email', 'e-mail', 'mail', 'email address', 'address'],
  role: ['role', 'as', 'comes as'],
  taughtBy: ['taught by', 'instructor', 'instructors', 'teacher', 'cfi'],
} as const;
const ROLE_WORDS: Record<string, Role> = {
  '': 'student',
  'chief instructor': 'chief',
  'flight instructor': 'instructor',
  pupil: 'student',
};

/**
 * @param there addresses of those who are there already
 * @throws InputError for what is no such table at all
 */
export function readPeopleCsv(text: string, there: readonly string[] = []): ReadPeople {
  const { rows, columnOf } = namedTable(text, NAMES);
  const [name, email] = [columnOf('name'), columnOf('email')];
  if (!name || !email) throw new InputError('people/no-names', {});
  requireLines(rows);
  const people: ListedPerson[] = [];
  const problems: ReadPeople['problems'] = [];
  const known = new Set(there.map((one) => one.toLowerCase()));
  rows.forEach((row, i) => {
    const line = i + 2;
    const cell = (column: string | undefined) => (column === undefined ? '' : (row[column] ?? '').trim());
    const role = cell(columnOf('role')).toLowerCase();
    const read = {
      name: nameSchema.safeParse(cell(name)),
      email: emailSchema.safeParse(cell(email)),
      role: roleSchema.safeParse(ROLE_WORDS[role] ?? role),
    };
    const refuse = (code: string, params?: Params) => problems.push({ line, code, params });
    if (!read.name.success) refuse('person/name');
    else if (!read.email.success) refuse('person/address', { cell: cell(email) });
    else if (!read.role.success) refuse('person/role', { cell: role });
    else if (known.has(read.email.data.toLowerCase())) refuse('person/twice', { email: read.email.data });
    else {
      known.add(read.email.data.toLowerCase());
      const taughtBy = cell(columnOf('taughtBy'))
        .split(/[;,/]/)
        .map((one) => one.trim())
        .filter(Boolean);
      people.push({ line, name: read.name.data, email: read.email.data, role: read.role.data, taughtBy });
    }
  });
  return { people, problems };
}

/** The links of those who were invited, to be passed on. */
export const writeLinksCsv = (
  made: readonly { name: string; email: string; url: string; expiresAt: string }[],
): string =>
  // A name that a spreadsheet would take for a formula is defused.
  `${Papa.unparse(
    made.map(({ name, email, url, expiresAt }) => ({ name, email, link: url, until: expiresAt })),
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`;

/** Ids of those who are to teach a listed student, and the words that name nobody who is there. */
export function teachersOf(
  { taughtBy }: Pick<ListedPerson, 'taughtBy'>,
  staff: readonly { id: string; name: string; email: string | null }[],
): { ids: string[]; unknown: string[] } {
  const ids: string[] = [];
  const unknown: string[] = [];
  for (const word of taughtBy) {
    const found = meantBy(staff, word);
    if (found.length === 1) ids.push(found[0].id);
    else unknown.push(word);
  }
  return { ids, unknown };
}
