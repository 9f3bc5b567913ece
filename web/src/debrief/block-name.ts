/** What stands in a block of the strip: its number, and the maneuver where there is room for it. */

/** About how wide a letter is, px. */
const LETTER_PX = 6.7;
const EDGES_PX = 8;

export function blockName(widthPx: number, number: number, short: string): string {
  const fits = (text: string) => text.length * LETTER_PX + EDGES_PX <= widthPx;
  const whole = `${number} ${short}`;
  if (fits(whole)) return whole;
  return fits(String(number)) ? String(number) : '';
}
