/** Files made to hold the reader up: refused or read, in few words and in a time that grows as they do. */
import { InputError } from '../../errors.ts';
import { readRecordingCsv } from './csv.ts';

const HEADER = 'time_s,alt_ft,ias_kt,hdg_deg';
const ROWS = '0,4000,100,360\n1,4000,100,360\n';

/** The error's line for a person; undefined where it was read. */
function refusalOf(text: string): string | undefined {
  try {
    readRecordingCsv(text);
    return undefined;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return error.describe('file');
  }
}

// Each once grew with its square, from seconds to minutes at a twentieth of this size: read so, none would come to its end.
test.each<[string, (size: number) => string]>([
  ['commas after a note', (n) => `# note: ${','.repeat(n)}x\n${HEADER}\n${ROWS}`],
  ['blanks in a date', (n) => `# date: 2026${' '.repeat(n)}x\n${HEADER}\n${ROWS}`],
  ['blanks in a cell', (n) => `${HEADER}\n0,${' '.repeat(n)}x,100,360\n`],
  ['a name of blanks and breaks', (n) => `"${' '.repeat(n)}\n${' '.repeat(n)}x",time_s\n1,2\n`],
  ['columns without end', (n) => `time_s,${Array.from({ length: n / 4 }, (_, i) => `c${i}`).join()}\n0\n`],
])('%s', (_, make) => {
  const refusal = refusalOf(make(1_000_000));
  expect((refusal ?? '').length).toBeLessThan(300);
});

test('what is refused is quoted in few words', () => {
  const long = refusalOf(`# date: ${'y'.repeat(100_000)}\n${HEADER}\n${ROWS}`);
  expect(long).toMatch(/^file, line 1: date is "y{40}…"; write it as 2026-05-31$/);
  expect(refusalOf(`time_s,${Array.from({ length: 300 }, (_, i) => `c${i}`).join()}\n0\n`)).toMatch(
    /301 columns; at most 200/,
  );
});
