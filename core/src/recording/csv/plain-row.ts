/**
 * A row of plain decimals ("-12.34", or nothing), read straight from the bytes: no string is made for a cell that only becomes
 * a number. Most rows of most recordings are such; any other is for whoever takes cells one by one and says what is wrong.
 */
import { MINUS, MOST_DIGITS, NINE, POINT, POWERS_OF_TEN, ZERO } from '../columns/csv-number.ts';

const LINE_END = 10;

export class PlainRow {
  /** Of the row last read, in the file's order; NaN where a cell is empty. */
  readonly values: Float64Array;
  private readonly delimiter: number;

  /** @param delimiter one character. */
  constructor(delimiter: string, cells: number) {
    this.values = new Float64Array(cells);
    this.delimiter = delimiter.charCodeAt(0);
  }

  /**
   * @param bytes text of ASCII characters, lines ending with LF.
   * @param from where the row begins.
   * @returns where its line ends, or −1 when it is not plain or has not a value for every cell.
   */
  read(bytes: Uint8Array, from: number): number {
    const { values, delimiter } = this;
    const { length } = bytes;
    const last = values.length - 1;
    let at = from;
    for (let cell = 0; cell <= last; cell++) {
      const begins = at;
      const negative = at < length && bytes[at] === MINUS;
      if (negative) at++;
      let whole = 0;
      let digits = 0;
      let decimals = -1;
      for (; at < length; at++) {
        const code = bytes[at];
        if (code >= ZERO && code <= NINE) {
          whole = 10 * whole + (code - ZERO);
          digits++;
          if (decimals >= 0) decimals++;
        } else if (code === POINT && decimals < 0) decimals = 0;
        else break;
      }
      const ends = cell < last ? bytes[at] === delimiter : at === length || bytes[at] === LINE_END;
      if (!ends) return -1;
      if (at === begins) values[cell] = Number.NaN;
      else if (digits === 0 || digits > MOST_DIGITS) return -1;
      else {
        const size = decimals > 0 ? whole / POWERS_OF_TEN[decimals] : whole;
        values[cell] = negative ? -size : size;
      }
      if (cell < last) at++;
    }
    // An empty line is none.
    return at === from ? -1 : at;
  }
}
