/** Numbers and times as they are written everywhere: thin spaces in the thousands, a true minus sign. */

import type { Place } from './distance.ts';

/** Narrow, and never the end of a line. */
const THIN_SPACE = '\u202f';

/** A number for a sentence, to some digits after the point. */
export function numberText(value: number, digits = 0): string {
  const [whole, fraction] = Math.abs(value).toFixed(digits).split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, THIN_SPACE);
  const text = fraction ? `${grouped}.${fraction}` : grouped;
  return value < 0 && Number(text.replaceAll(THIN_SPACE, '')) !== 0 ? `−${text}` : text;
}

/** Degrees and ten-thousandths, about ten yards. */
export const placeText = ({ latDeg, lonDeg }: Place): string =>
  `${Math.abs(latDeg).toFixed(4)}° ${latDeg < 0 ? 'S' : 'N'}, ${Math.abs(lonDeg).toFixed(4)}° ${lonDeg < 0 ? 'W' : 'E'}`;

/** Minutes and seconds. */
export const clock = (seconds: number): string => {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};
