/** PDF through pdfmake, with the shipped font and nothing else read from anywhere. */
import { createRequire } from 'node:module';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';

const require = createRequire(import.meta.url);
const face = (weight: number) =>
  require.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
  );

/** Fonts are named `Atkinson` in a definition. */
export function makePdf(definition: TDocumentDefinitions): Promise<Buffer> {
  const pdfmake = require('pdfmake') as typeof import('pdfmake');
  pdfmake.setFonts({
    Atkinson: { normal: face(400), bold: face(700), italics: face(400), bolditalics: face(700) },
  });
  // Nothing but the fonts is ever read, whatever a lesson's words hold.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => path === face(400) || path === face(700));
  return pdfmake.createPdf(definition).getBuffer();
}
