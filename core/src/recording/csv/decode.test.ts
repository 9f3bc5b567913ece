import { gzipSync } from 'fflate';
import { decodeText } from './decode.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
const refused = (given: Uint8Array) => {
  try {
    decodeText(given);
    return null;
  } catch (error) {
    return (error as { code?: string }).code;
  }
};

test('a gzipped file is the text that was packed, whatever its length', () => {
  const text = `time_s,alt_ft\n${'0.1,4500\n'.repeat(60_000)}`;
  expect(decodeText(gzipSync(bytes(text)))).toBe(text);
  expect(decodeText(bytes(text))).toBe(text);
});

test('one that broke off, one that grows without end and one that is no text are refused by name', () => {
  const packed = gzipSync(bytes('a,b\n'.repeat(5000)));
  expect(refused(packed.map((byte, i) => (i > 20 ? byte ^ 0xff : byte)))).toBe('file/gzip');
  expect(refused(gzipSync(new Uint8Array(300_000_000), { level: 9 }))).toBe('file/too-large');
  expect(refused(gzipSync(Uint8Array.of(0xff, 0xfe, 0)))).toBe('file/not-text');
}, 30_000);
