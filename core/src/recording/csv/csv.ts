/**
 * Recording CSV, version 1 (docs/recording-format.md): text to columns in one pass, a few thousand rows at a
 * time so that the parsed strings of a long flight never stand in memory together.
 */
import Papa from 'papaparse';
import { InputError } from '../../errors.ts';
import type { Recording } from '../columns/recording.ts';
import { readHeaderLines } from './csv-header.ts';
import { RowReader } from './row-reader.ts';

/** Room made ahead for rows: three hours at ten a second; what has more grows. */
const MOST_EXPECTED = 120_000;

/** Text handed to the parser at a time. */
const CHUNK_CHARACTERS = 128 * 1024;

/** @throws InputError naming line and column when the text is not a recording. */
export function readRecordingCsv(source: string, onProgress?: (fraction: number) => void): Recording {
  const text = source.includes('\r') ? source.replace(/\r\n?/g, '\n') : source;
  const lead = readHeaderLines(text);
  const body = lead.bodyStart === 0 ? text : text.slice(lead.bodyStart);
  if (body.trim() === '') {
    throw new InputError(
      'csv/empty',
      {},
      {
        line: lead.bodyLine,
      },
    );
  }
  const delimiter = delimiterOf(body);
  const quoted = text.includes('"');
  const reader = new RowReader(lead.bodyLine, quoted, expectedRowsOf(text), delimiter);
  reader.warnings.push(...lead.warnings);
  const on = (cursor: number) => onProgress?.(Math.min(1, cursor / body.length));
  const bytes = quoted ? undefined : new TextEncoder().encode(body);
  // As many bytes as characters: all of them are ASCII, and a place in one is the same place in the other.
  if (bytes?.length === body.length) readUnquoted(body, bytes, delimiter, reader, on);
  else readAny(body, delimiter, reader, on);
  const { header } = lead;
  return { header, ...reader.finish() };
}

type OnCursor = (cursor: number) => void;

/**
 * Without a quote a row is what stands between line ends, and a cell what stands between delimiters.
 * @param bytes of the body, ASCII.
 */
function readUnquoted(body: string, bytes: Uint8Array, delimiter: string, reader: RowReader, on: OnCursor) {
  let told = 0;
  for (let from = 0; from < body.length; ) {
    let end = reader.readPlain(bytes, from);
    if (end < 0) {
      const newline = body.indexOf('\n', from);
      end = newline < 0 ? body.length : newline;
      reader.read(body.slice(from, end).split(delimiter));
    }
    from = end + 1;
    if (from - told < CHUNK_CHARACTERS) continue;
    told = from;
    on(from);
  }
  on(body.length);
}

/** Any text, through a general parser. */
function readAny(body: string, delimiter: string, reader: RowReader, on: OnCursor) {
  // `chunkSize` also works on a string; the type only knows it for files.
  const config: Papa.ParseConfig<string[]> & {
    chunkSize: number;
    chunk: (r: Papa.ParseResult<string[]>) => void;
  } = {
    delimiter,
    newline: '\n',
    chunkSize: CHUNK_CHARACTERS,
    chunk: (result) => {
      const badQuote = result.errors.find((error) => error.type === 'Quotes')?.row;
      result.data.forEach((row, i) => {
        if (i === badQuote) throw new InputError('csv/quote', {}, { line: reader.line });
        reader.read(row);
      });
      on(result.meta.cursor);
    },
  };
  Papa.parse(body, config);
}

/** From the length of the last lines: they are as long as most. */
function expectedRowsOf(text: string): number {
  const tail = text.slice(-4000);
  const lines = tail.split('\n').length - 1;
  if (lines < 2) return 64;
  // A tail of line ends alone is no measure of the rest.
  return Math.min(MOST_EXPECTED, Math.ceil((1.1 * text.length * lines) / tail.length));
}

/** The delimiter that the header row uses: comma, semicolon or tab. */
function delimiterOf(body: string): string {
  const newline = body.indexOf('\n');
  const firstLine = newline < 0 ? body : body.slice(0, newline);
  const count = (character: string) => firstLine.split(character).length;
  return [',', ';', '\t'].reduce((best, next) => (count(next) > count(best) ? next : best), ',');
}
