/** The plain font inside a web font, held against a reader of both. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import { unpackFont } from '../src/http/unpack-font.ts';

const require = createRequire(import.meta.url);
const woffOf = (part: string, weight: number) =>
  readFileSync(
    require.resolve(
      `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}-${weight}-normal.woff`,
    ),
  );

/** What a reader sees of a glyph: its outline and how far it takes the pen. */
const seen = (font: Font) =>
  font.characterSet.map((code) => {
    const glyph = font.glyphForCodePoint(code);
    return `${code} ${glyph.advanceWidth} ${glyph.path.toSVG()}`;
  });

describe.each([
  ['latin', 400],
  ['latin', 700],
  ['latin-ext', 400],
])('%s, %i', (part, weight) => {
  const woff = woffOf(part, weight);
  const plain = unpackFont(woff);
  const [packed, unpacked] = [woff, plain].map((font) => create(font) as Font);

  test('has every letter, the same to its outline', () => {
    expect(unpacked.characterSet.length).toBeGreaterThan(100);
    expect(unpacked.characterSet).toEqual(packed.characterSet);
    expect(seen(unpacked)).toEqual(seen(packed));
    const line = 'Vy 74 kt, AV To. Wave';
    expect(unpacked.layout(line).advanceWidth).toBe(packed.layout(line).advanceWidth);
  });

  // Apple, TrueType Reference Manual, "The font directory": the sum of a table's 32-bit words, but for the head's own field.
  test('holds each table whole: its words add up to the checksum that the font gives for it', () => {
    const count = plain.readUInt16BE(4);
    const wrong: string[] = [];
    for (let at = 12; at < 12 + 16 * count; at += 16) {
      const [checksum, offset, length] = [4, 8, 12].map((field) => plain.readUInt32BE(at + field));
      const tag = plain.toString('latin1', at, at + 4);
      let sum = 0;
      for (let i = 0; i < length; i += 4)
        if (!(tag === 'head' && i === 8)) sum = (sum + plain.readUInt32BE(offset + i)) >>> 0;
      if (sum !== checksum || offset % 4 !== 0) wrong.push(tag);
    }
    expect(wrong).toEqual([]);
  });
});

test.each([
  ['nothing', Buffer.alloc(0)],
  ['a PDF', Buffer.from('%PDF-1.7 and then much more than a header would take')],
  ['a font that is plain already', unpackFont(woffOf('latin', 400))],
])('%s is refused', (_what, file) => {
  expect(() => unpackFont(file)).toThrow('no web font');
});
