/**
 * Text that a PDF's fonts can print. The shipped font comes in two parts, Latin and the rest of the Latin letters; what is
 * in neither is printed as the nearest letter, or as a question mark, never as an empty box.
 */
import { create } from 'fontkit';

/** Printed instead of what a font has not. A thin space keeps its width's meaning: it never ends a line. */
const STAND_INS: Readonly<Record<string, string>> = {
  '\u202f': '\u00a0',
  '\u2009': '\u00a0',
  '→': '-',
  '√': 'root ',
};

export interface Part {
  text: string;
  /** Whether it needs the font's second part. */
  extended: boolean;
}

export interface Faces {
  has(char: string): boolean;
  extendedHas(char: string): boolean;
}

/** @param latin, extended the font's two parts, each a whole font file. */
export function facesOf(latin: Buffer, extended: Buffer): Faces {
  const [first, second] = [latin, extended].map((font) => create(font));
  const has = (font: typeof first) => (char: string) =>
    'hasGlyphForCodePoint' in font && font.hasGlyphForCodePoint(char.codePointAt(0) ?? 0);
  return { has: has(first), extendedHas: has(second) };
}

/** A text as parts that the one or the other font prints; line breaks and tabs stay. */
export function printableParts(text: string, faces: Faces): Part[] {
  const parts: Part[] = [];
  for (const char of text) {
    const { text: shown, extended } = printable(char, faces);
    const last = parts.at(-1);
    if (last && last.extended === extended) last.text += shown;
    else parts.push({ text: shown, extended });
  }
  return parts;
}

function printable(char: string, faces: Faces): Part {
  if (/[\n\r\t]/.test(char) || faces.has(char)) return { text: char, extended: false };
  if (faces.extendedHas(char)) return { text: char, extended: true };
  const nearest = STAND_INS[char] ?? char.normalize('NFKD').replace(/\p{M}/gu, '');
  const prints = nearest !== '' && [...nearest].every((one) => faces.has(one));
  return { text: prints ? nearest : '?', extended: false };
}
