/** Reads one cell: a decimal number, NaN for an empty cell, `undefined` for anything else. */
const DECIMAL = /^\s*[-+]?(\d+\.?\d*|\.\d+)([eE][-+]?\d+)?\s*$/;

export function parseCell(cell: string): number | undefined {
  if (cell === '') return Number.NaN;
  const value = +cell;
  if (Number.isFinite(value)) {
    // JavaScript also reads 0x1F, 0b1 and blanks as numbers; the second character tells a plain decimal.
    const second = cell.charCodeAt(1);
    const plain = cell.length === 1 || (second >= 48 && second <= 57) || second === 46;
    if (plain && cell.charCodeAt(0) > 32) return value;
    if (DECIMAL.test(cell)) return value;
  }
  return cell.trim() === '' ? Number.NaN : undefined;
}
