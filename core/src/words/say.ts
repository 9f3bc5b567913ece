/**
 * Sentences as pieces: what is only words, and the figures in it, each with the moment that it rests on. A screen makes a link of
 * such a figure; paper, commands and the voice take the text alone.
 */
export interface SaidPiece {
  text: string;
  figure?: true;
  /** The moment of the recording that the figure rests on, s. */
  atS?: number;
}
export type Said = readonly SaidPiece[];

/** A template with figures and sentences in it. */
export function say(strings: TemplateStringsArray, ...parts: readonly (string | SaidPiece | Said)[]): Said {
  const pieces: SaidPiece[] = [];
  const add = (part: string | SaidPiece | Said): void => {
    if (typeof part === 'string') {
      const last = pieces.at(-1);
      if (part === '') return;
      if (last && !last.figure) pieces[pieces.length - 1] = { text: last.text + part };
      else pieces.push({ text: part });
    } else if ('text' in part) {
      if (part.figure) pieces.push(part);
      else add(part.text);
    } else for (const one of part) add(one);
  };
  strings.forEach((text, i) => {
    add(text);
    if (i < parts.length) add(parts[i]);
  });
  return pieces;
}

export const textOf = (said: Said): string => said.map(({ text }) => text).join('');

/** The figures of a sentence open this moment, where they have none of their own. */
export const openedAt = (said: Said, atS: number | undefined): Said =>
  atS === undefined ? said : said.map((one) => (one.figure && one.atS === undefined ? { ...one, atS } : one));

/** Sentences one after the other; what is empty is left out. */
export const sentences = (...all: readonly (Said | null | undefined)[]): Said =>
  all
    .filter((one): one is Said => one != null && one.length > 0)
    .reduce<Said>((sum, one) => (sum.length > 0 ? say`${sum} ${one}` : one), []);

/** Several as one list: "a, b and c". */
export const listed = (all: readonly Said[]): Said =>
  all.reduce<Said>((sum, one, i) => {
    if (i === 0) return one;
    return i === all.length - 1 ? say`${sum} and ${one}` : say`${sum}, ${one}`;
  }, []);

/** With a capital at its beginning. */
export const capital = (said: Said): Said =>
  said.map((one, i) =>
    i === 0 ? { ...one, text: one.text.charAt(0).toUpperCase() + one.text.slice(1) } : one,
  );
