/**
 * The reader of recordings held against a general-purpose parser of tables (papaparse): whatever is quoted, padded or ended
 * otherwise, the same cells stand in the same columns.
 */
import fc from 'fast-check';
import Papa from 'papaparse';
import { readRecordingCsv } from './csv.ts';

const NAMES = ['alt_ft', 'ias_kt', 'bank_deg', 'hdg_deg'] as const;

/** A number as some program writes it: plain, padded, quoted, with an exponent, or not at all. */
const cellsFrom = (min: number) =>
  fc
    .tuple(
      fc.double({ min, max: 179, noNaN: true }),
      fc.constantFrom('plain', 'padded', 'quoted', 'fixed', 'exponent', 'none'),
    )
    .map(([value, how]) => {
      const rounded = Math.round(value * 1000) / 1000 || 0;
      if (how === 'none') return '';
      if (how === 'padded') return ` ${rounded} `;
      if (how === 'quoted') return `"${rounded}"`;
      if (how === 'fixed') return rounded.toFixed(4);
      if (how === 'exponent') return rounded.toExponential(5);
      return String(rounded);
    });
const [cells, positive] = [cellsFrom(-89), cellsFrom(0)];
const rows = fc.array(fc.tuple(positive, positive, cells, positive), { minLength: 2, maxLength: 30 });

interface Written {
  newline: string;
  mark: boolean;
  note: boolean;
  last: boolean;
}
const ways: fc.Arbitrary<Written> = fc.record({
  newline: fc.constantFrom('\n', '\r\n'),
  mark: fc.boolean(),
  note: fc.boolean(),
  last: fc.boolean(),
});

/** As a recorder writes it, with a column between that nobody knows. */
function written(table: readonly (readonly string[])[], { newline, mark, note, last }: Written): string {
  const lines = table.map((row, i) =>
    [i, ...row.slice(0, 2), note ? '"left, then ""right"""' : 'x', ...row.slice(2)].join(','),
  );
  const text = ['time_s,alt_ft,ias_kt,remark,bank_deg,hdg_deg', ...lines].join(newline);
  return `${mark ? '\uFEFF' : ''}${text}${last ? newline : ''}`;
}

test('each cell stands where the library finds it, and an empty one is no number', () => {
  fc.assert(
    fc.property(rows, ways, (table, way) => {
      const text = written(table, way);
      const read = readRecordingCsv(text);
      const { data } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
        header: true,
        skipEmptyLines: true,
      });
      expect(Array.from(read.timeS)).toEqual(data.map((row) => Number(row.time_s)));
      for (const name of NAMES) {
        const expected = data.map((row) => (row[name].trim() === '' ? Number.NaN : Number(row[name])));
        // A column in which there is nothing is none.
        const column = read.channels[name];
        if (column) expect(Array.from(column)).toEqual(expected);
        else expect(expected.every(Number.isNaN)).toBe(true);
      }
    }),
  );
});

test('a cell that is no number is refused by its line and column, as the library counts them', () => {
  fc.assert(
    fc.property(
      rows,
      ways,
      fc.nat(),
      fc.constantFrom('ten', '1,5', '12ft', '--'),
      (table, way, at, wrong) => {
        const row = at % table.length;
        const broken = table.map((cells, i) => (i === row ? [`"${wrong}"`, ...cells.slice(1)] : cells));
        const text = written(broken, way);
        let thrown: unknown;
        try {
          readRecordingCsv(text);
        } catch (error) {
          thrown = error;
        }
        expect(thrown).toMatchObject({ place: { line: row + 2, column: 2 } });
      },
    ),
  );
});
