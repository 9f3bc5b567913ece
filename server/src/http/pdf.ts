/** PDF through pdfmake, with the shipped fonts and nothing else read from anywhere. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { type Faces, facesOf, printableParts } from './printable.ts';
import { unpackFont } from './unpack-font.ts';

const require = createRequire(import.meta.url);

const face = (part: 'latin' | 'latin-ext', weight: 400 | 700) =>
  require.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}-${weight}-normal.woff`,
  );
const family = (part: 'latin' | 'latin-ext') => {
  const [normal, bold] = [face(part, 400), face(part, 700)];
  return { normal, bold, italics: normal, bolditalics: bold };
};
const FONTS = { Atkinson: family('latin'), AtkinsonMore: family('latin-ext') };

/** The library as it is: it keeps files in memory under their paths, which its types leave out. */
type PdfMake = typeof import('pdfmake') & { virtualfs: { writeFileSync(path: string, file: Buffer): void } };

interface Printer {
  pdfmake: PdfMake;
  faces: Faces;
}
let printer: Printer | undefined;

function makePrinter(): Printer {
  const pdfmake = require('pdfmake') as PdfMake;
  const load = (path: string): Buffer => {
    const font = unpackFont(readFileSync(path));
    pdfmake.virtualfs.writeFileSync(path, font);
    return font;
  };
  const [latin, extended] = Object.values(FONTS).map(({ normal, bold }) => {
    load(bold);
    return load(normal);
  });
  pdfmake.setFonts(FONTS);
  // Nothing is ever read from a disk or a network, whatever a lesson's words hold.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy(() => false);
  return { pdfmake, faces: facesOf(latin, extended) };
}

/** Fonts are named `Atkinson` in a definition; letters beyond it are found by themselves. */
export function makePdf(definition: TDocumentDefinitions): Promise<Buffer> {
  printer ??= makePrinter();
  const { pdfmake, faces } = printer;
  const { footer } = definition;
  return pdfmake
    .createPdf({
      ...definition,
      content: withGlyphs(definition.content, faces),
      ...(typeof footer === 'function' && {
        footer: (...at: Parameters<typeof footer>) => withGlyphs(footer(...at), faces),
      }),
    })
    .getBuffer();
}

/** Keys whose strings are no text to be set. */
const NO_TEXT = new Set([
  'font',
  'color',
  'fillColor',
  'alignment',
  'style',
  'pageBreak',
  'lineColor',
  'layout',
  'link',
  'width',
  'height',
  'type',
]);

/** The same content with every text as its fonts can print it. */
function withGlyphs<T>(content: T, faces: Faces): T {
  const text = (value: string): unknown => {
    const parts = printableParts(value, faces);
    if (!parts.some(({ extended }) => extended)) return parts.map((part) => part.text).join('');
    return parts.map((part) => (part.extended ? { text: part.text, font: 'AtkinsonMore' } : part.text));
  };
  const walk = (value: unknown, key?: string): unknown => {
    if (typeof value === 'string') {
      if (key !== undefined && NO_TEXT.has(key)) return value;
      // A drawing has one font for all of its words.
      if (key === 'svg') return printableParts(value, { ...faces, extendedHas: () => false })[0]?.text ?? '';
      return key === 'text' ? text(value) : wrapped(text(value));
    }
    if (Array.isArray(value)) return value.map((one) => walk(one, key === 'text' ? 'part' : undefined));
    if (value === null || typeof value !== 'object' || Buffer.isBuffer(value)) return value;
    return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, walk(one, name)]));
  };
  return walk(content) as T;
}

/** A bare string among content may become several parts, and is then a text of its own. */
const wrapped = (text: unknown): unknown => (Array.isArray(text) ? { text } : text);
