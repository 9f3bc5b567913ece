/** Reads one cell: a decimal number, NaN for an empty cell, `undefined` for anything else. */
const DECIMAL = /^\s*[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?\s*$/;

export const ZERO = 48;
export const NINE = 57;
export const MINUS = 45;
export const POINT = 46;
/** Up to here a whole number and a power of ten are exact, and so is the rounding of their quotient. */
export const MOST_DIGITS = 15;
export const POWERS_OF_TEN = Array.from({ length: MOST_DIGITS + 1 }, (_, i) => 10 ** i);

/** Plain decimals ("-12.34") digit by digit: the same value as `Number` gives, without its cost. */
export function parseCell(cell: string): number | undefined {
  const length = cell.length;
  if (length === 0) return Number.NaN;
  const negative = cell.charCodeAt(0) === MINUS;
  let whole = 0;
  let digits = 0;
  let decimals = -1;
  for (let i = negative ? 1 : 0; i < length; i++) {
    const code = cell.charCodeAt(i);
    if (code >= ZERO && code <= NINE) {
      whole = 10 * whole + (code - ZERO);
      digits++;
      if (decimals >= 0) decimals++;
    } else if (code === POINT && decimals < 0) {
      decimals = 0;
    } else {
      return parseUnusual(cell);
    }
  }
  if (digits === 0 || digits > MOST_DIGITS) return parseUnusual(cell);
  const size = decimals > 0 ? whole / POWERS_OF_TEN[decimals] : whole;
  return negative ? -size : size;
}

/** Exponents, a plus sign, blanks around the number, many digits. */
function parseUnusual(cell: string): number | undefined {
  if (DECIMAL.test(cell)) return Number(cell);
  return cell.trim() === '' ? Number.NaN : undefined;
}
