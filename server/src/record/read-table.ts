/** A table of past flights, read in a thread, which hands over why it refuses as it hands over what it read. */
import { InputError, type LogMapping, readLogCsv } from '@keel/core';

/** As somebody pasted it, and which of its columns is what. */
export interface Table {
  text: string;
  mapping: LogMapping;
}
export type ReadTable = ReturnType<typeof readLogCsv> | { refused: string };

export function readTable({ text, mapping }: Table): ReadTable {
  try {
    return readLogCsv(text, mapping);
  } catch (error) {
    if (error instanceof InputError) return { refused: error.message };
    throw error;
  }
}
