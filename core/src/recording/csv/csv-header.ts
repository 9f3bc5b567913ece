/** The optional `# key: value` lines before the header row. */
import type { Coded } from '../../coded.ts';
import { InputError, quoted } from '../../errors.ts';
import type { RecordingHeader } from '../columns/recording.ts';
import { warning } from '../warnings.ts';

interface HeaderLines {
  header: RecordingHeader;
  warnings: Coded[];
  /** Where the header row begins in the text, and its line. */
  bodyStart: number;
  bodyLine: number;
}

const ISO_DATE = /^\d{4}-\d{2}-\d{2}(T[\d:.]+(Z|[-+]\d{2}:?\d{2})?)?$/;

/** Goes through the lines that begin with `#`, past blank ones, up to the row of column names. */
export function throughHeader(
  text: string,
  read: (content: string, line: number) => void,
): Pick<HeaderLines, 'bodyStart' | 'bodyLine'> {
  let position = 0;
  let line = 1;
  while (position < text.length) {
    const newline = text.indexOf('\n', position);
    const end = newline < 0 ? text.length : newline;
    const content = text.slice(position, end).trim();
    if (content !== '' && !content.startsWith('#')) break;
    if (content !== '') read(content.slice(1), line);
    position = end + 1;
    line++;
  }
  return { bodyStart: Math.min(position, text.length), bodyLine: line };
}

export function readHeaderLines(text: string): HeaderLines {
  const header: RecordingHeader = {};
  const warnings: Coded[] = [];
  const body = throughHeader(text, (content, line) => readHeaderLine(content, line, header, warnings));
  return { header, warnings, ...body };
}

function readHeaderLine(content: string, line: number, header: RecordingHeader, warnings: Coded[]): void {
  const colon = content.indexOf(':');
  if (colon < 0) return;
  const key = content.slice(0, colon).trim().toLowerCase();
  // A spreadsheet that saves the file pads these lines with empty cells.
  const value = withoutPadding(content.slice(colon + 1).trim());
  if (value === '') return;
  switch (key) {
    case 'keelpath-recording':
      if (value !== '1') {
        throw new InputError(
          'csv/version',
          { version: quoted(value) },
          {
            line,
          },
        );
      }
      return;
    case 'airplane':
      header.airplane = value;
      return;
    case 'date':
      if (!ISO_DATE.test(value) || Number.isNaN(Date.parse(value))) {
        throw new InputError('csv/date', { date: quoted(value) }, { line });
      }
      header.date = value;
      return;
    case 'ground_ft':
      header.groundFt = headerNumber(key, value, line, -1500, 30_000);
      return;
    case 'weight_lb':
      header.weightLb = headerNumber(key, value, line, 100, 20_000);
      return;
    case 'note':
      header.note = value;
      return;
    default:
      warnings.push(warning('header-unknown', { line, name: quoted(key) }));
  }
}

/** Without the empty cells at its end. By hand: an expression for it looks at every run of commas from each of its places. */
function withoutPadding(text: string): string {
  let end = text.length;
  while (end > 0 && PADDING.includes(text[end - 1])) end--;
  return text.slice(0, end);
}
const PADDING = ',;\t';

function headerNumber(key: string, value: string, line: number, min: number, max: number): number {
  const number = Number(value);
  if (!Number.isFinite(number) || number < min || number > max) {
    throw new InputError(
      'csv/range',
      { key, value: quoted(value), min, max },
      {
        line,
      },
    );
  }
  return number;
}
