/** A school's own questions as a spreadsheet has them: looked at line by line before any is taken. */
import Papa from 'papaparse';
import type { Coded } from '../../coded.ts';
import { findRoom, rooms } from '../../maneuvers/registry.ts';
import { namedTable, requireLines } from '../../named-table.ts';
import { type Question, questionSchema } from './questions.ts';

interface ReadQuestions {
  questions: Question[];
  problems: ({ line: number } & Coded)[];
}

/** Names that a column goes by, lower case. */
const NAMES = {
  maneuver: ['maneuver', 'task'],
  kind: ['kind', 'element'],
  asks: ['asks', 'question'],
  looksFor: ['looks for', 'answer', 'expected'],
  source: ['source', 'reference'],
} as const;
const COLUMNS = ['maneuver', 'kind', 'asks', 'looks for', 'source'] as const;
/** Written in the column of a maneuver for what goes with any. */
const ANY = ['', 'any', 'general'];

/** By its id or by its title. */
const maneuverOf = (cell: string): string | undefined =>
  findRoom(cell)?.id ??
  rooms.find(({ title, one }) => [title, one].some((name) => name.toLowerCase() === cell))?.id;

/** @throws InputError for what is no such table at all */
export function readQuestionsCsv(text: string): ReadQuestions {
  const { rows, columnOf } = namedTable(text, NAMES);
  requireLines(rows);
  const questions: Question[] = [];
  const problems: ReadQuestions['problems'] = [];
  rows.forEach((row, i) => {
    const cell = (what: keyof typeof NAMES) => (row[columnOf(what) ?? ''] ?? '').trim();
    const named = cell('maneuver').toLowerCase();
    const maneuver = ANY.includes(named) ? null : maneuverOf(named);
    if (maneuver === undefined) {
      problems.push({ line: i + 2, code: 'question/maneuver', params: { cell: cell('maneuver') } });
      return;
    }
    const kind = cell('kind').toLowerCase();
    const { data, error } = questionSchema.safeParse({
      id: `question-${i + 1}`,
      maneuver,
      kind,
      asks: cell('asks'),
      looksFor: cell('looksFor'),
      source: cell('source'),
    });
    if (data) questions.push(data);
    else
      problems.push({
        line: i + 2,
        code: 'question/cell',
        params: { column: columnIn(error.issues[0].path[0]) },
      });
  });
  return { questions, problems };
}

const columnIn = (field: PropertyKey): string => (field === 'looksFor' ? 'looks for' : String(field));

/** The table that is read again as it was. */
export const writeQuestionsCsv = (questions: readonly Question[]): string =>
  `${Papa.unparse(
    {
      fields: [...COLUMNS],
      data: questions.map(({ maneuver, kind, asks, looksFor, source }) => [
        maneuver ?? '',
        kind,
        asks,
        looksFor,
        source,
      ]),
    },
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`;
