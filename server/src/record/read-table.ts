/** A table of past flights, read in a thread, which hands over why it refuses as it hands over what it read. */
import { cellWords, InputError, inputWords, type LogMapping, readLogCsv } from '@keel/core';

/** As somebody pasted it, and which of its columns is what. */
export interface Table {
  text: string;
  mapping: LogMapping;
}
type Read = ReturnType<typeof readLogCsv>;
export type ReadTable =
  | (Omit<Read, 'problems'> & { problems: { line: number; column: string | null; message: string }[] })
  | { refused: string };

export function readTable({ text, mapping }: Table): ReadTable {
  try {
    const read = readLogCsv(text, mapping);
    const problems = read.problems.map(({ line, column, ...coded }) => ({
      line,
      column,
      message: cellWords(coded),
    }));
    return { ...read, problems };
  } catch (error) {
    if (error instanceof InputError) return { refused: inputWords(error) };
    throw error;
  }
}
