/** No text of a PDF holds a glyph that its font lacks: what was set is read back from the pages. */
import { makePdf } from '../src/http/pdf.ts';

/** Glyph numbers of every text on the pages, in order; 0 is the box of a glyph that is not there. */
async function glyphs(content: Parameters<typeof makePdf>[0]['content']): Promise<number[]> {
  const pdf = await makePdf({ content, compress: false, defaultStyle: { font: 'Atkinson' } });
  const shown = pdf.toString('latin1').matchAll(/\[((?:<[0-9a-f]*>|[-\d.\s])*)\]\s*TJ/g);
  const codes = [...shown].flatMap(([, run]) => [...run.matchAll(/<([0-9a-f]*)>/g)].map(([, hex]) => hex));
  return codes.flatMap((hex) => (hex.match(/.{4}/g) ?? []).map((code) => Number.parseInt(code, 16)));
}

test.each([
  ['thousands with a thin space', '2\u202f230 lb'],
  ['signs', '−5 °C, ±10 kt, √n, 2 × 90°, → 090°'],
  ['names of every kind', 'Łukasz Nővák, Ægir Þór, Δημήτρης, Иван, 青木'],
  ['what people paste', 'great ✓ 👍 ﬁrst ½'],
])('%s', async (_, text) => {
  const set = await glyphs([
    text,
    { text: [text, { text, bold: true }] },
    { ul: [text], svgless: true } as never,
    { table: { widths: ['*'], body: [[text], [{ text }]] } },
    { svg: `<svg width="200" height="20"><text x="0" y="10" font-family="Atkinson">${text}</text></svg>` },
  ]);
  expect(set.length).toBeGreaterThan(3 * [...text].length);
  expect(set).not.toContain(0);
});

test('a letter beyond Latin-1 keeps its shape: it is set in the font that has it', async () => {
  const pdf = await makePdf({ content: 'Łukasz', compress: false, defaultStyle: { font: 'Atkinson' } });
  expect(new Set(pdf.toString('latin1').match(/\/BaseFont \/\S+/g)).size).toBe(2);
  expect(await glyphs('Łukasz')).toHaveLength(6);
});
