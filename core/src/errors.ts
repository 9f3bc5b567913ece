/** Where in a file something is wrong; lines and columns count from 1. */
export interface FilePlace {
  line?: number;
  column?: number;
  columnName?: string;
}

/** A message quotes what stands in a file, which may be anything. */
const MOST_LINES = 20;

/** What is quoted of a file in a message: enough to find it by. */
export const quoted = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)}…` : text);

/** Input that cannot be used, said so that the person who gave it knows what to change. */
export class InputError extends Error {
  readonly place: FilePlace;
  /** The input that it is about, by its name in what was given: `weightLb`. */
  readonly field?: string;

  constructor(message: string, { field, ...place }: FilePlace & { field?: string } = {}) {
    super(message);
    this.name = 'InputError';
    this.place = place;
    this.field = field;
  }

  /** One line: `file, line 12, column 3 (alt_ft): …`, with what is known. */
  describe(fileName: string): string {
    const { line, column, columnName } = this.place;
    const where = [fileName];
    if (line !== undefined) where.push(`line ${line}`);
    if (column !== undefined) where.push(`column ${column}${columnName ? ` (${columnName})` : ''}`);
    const message = this.message.split('\n', MOST_LINES).map((part) => part.trim());
    return `${where.join(', ')}: ${message.join(' ')}`;
  }
}
