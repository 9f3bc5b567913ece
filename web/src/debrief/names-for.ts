/** What stands under the blocks of a strip, so that no name runs into the next. */

/** About how wide a letter is, px: enough to tell names that would run together. */
const LETTER_PX = 6.9;
const GAP_PX = 5;

/** Number and name where there is room for both between the neighbours, else the number alone. */
export function namesFor(blocks: readonly { middle: number; number: string; short: string }[]): string[] {
  const half = (text: string) => (text.length * LETTER_PX) / 2;
  return blocks.map(({ middle, number, short }, i) => {
    const whole = `${number} ${short}`;
    const free = [blocks[i - 1], blocks[i + 1]].every(
      (other) =>
        !other ||
        Math.abs(other.middle - middle) - half(whole) - half(`${other.number} ${other.short}`) > GAP_PX,
    );
    return free ? whole : number;
  });
}
