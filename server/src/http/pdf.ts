/** PDF through pdfmake, with the shipped fonts and nothing else read from anywhere. */
import { createRequire } from 'node:module';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { type Faces, facesOf, printableParts } from './printable.ts';

const require = createRequire(import.meta.url);
const face = (part: 'latin' | 'latin-ext', weight: number) =>
  require.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}-${weight}-normal.woff`,
  );
const family = (part: 'latin' | 'latin-ext') => ({
  normal: face(part, 400),
  bold: face(part, 700),
  italics: face(part, 400),
  bolditalics: face(part, 700),
});
const FONTS = { Atkinson: family('latin'), AtkinsonMore: family('latin-ext') };
const FILES = new Set(Object.values(FONTS).flatMap((files) => Object.values(files)));

let faces: Faces | undefined;

/** Fonts are named `Atkinson` in a definition; letters beyond it are found by themselves. */
export function makePdf(definition: TDocumentDefinitions): Promise<Buffer> {
  const pdfmake = require('pdfmake') as typeof import('pdfmake');
  faces ??= facesOf(face('latin', 400), face('latin-ext', 400));
  pdfmake.setFonts(FONTS);
  // Nothing but the fonts is ever read, whatever a lesson's words hold.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => FILES.has(path));
  const { footer } = definition;
  return pdfmake
    .createPdf({
      ...definition,
      content: withGlyphs(definition.content, faces),
      ...(typeof footer === 'function' && {
        footer: (...at: Parameters<typeof footer>) => withGlyphs(footer(...at), faces!),
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
