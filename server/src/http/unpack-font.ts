/**
 * A web font as the plain font inside it. A reader of fonts opens a table for every letter that it sets, and a packed
 * table is unpacked each time: most of the making of a PDF went there.
 */
import { inflateSync } from 'node:zlib';

/** Sizes of the two headers and of a table's entry in each, and where what is read stands (W3C, WOFF File Format 1.0). */
const WOFF = { signature: 0x774f4646, header: 44, entry: 20, flavor: 4, tables: 12 } as const;
const SFNT = { header: 12, entry: 16 } as const;

/** Every table begins at a multiple of four bytes. */
const padded = (bytes: number): number => Math.ceil(bytes / 4) * 4;

/**
 * @param woff a file of the Web Open Font Format, version 1
 * @returns the same tables, as a TrueType or OpenType file
 * @throws Error for anything else
 */
export function unpackFont(woff: Buffer): Buffer {
  if (woff.length < WOFF.header || woff.readUInt32BE(0) !== WOFF.signature)
    throw new Error('this is no web font (WOFF 1.0): the fonts that the program ships with are damaged');
  const count = woff.readUInt16BE(WOFF.tables);
  const directory = Buffer.alloc(SFNT.header + count * SFNT.entry);
  woff.copy(directory, 0, WOFF.flavor, WOFF.flavor + 4);
  directory.writeUInt16BE(count, 4);
  const power = Math.floor(Math.log2(count));
  directory.writeUInt16BE(2 ** power * SFNT.entry, 6);
  directory.writeUInt16BE(power, 8);
  directory.writeUInt16BE((count - 2 ** power) * SFNT.entry, 10);

  const tables: Buffer[] = [];
  let offset = directory.length;
  for (let i = 0; i < count; i++) {
    const from = WOFF.header + i * WOFF.entry;
    const to = SFNT.header + i * SFNT.entry;
    const [at, packed, length] = [4, 8, 12].map((field) => woff.readUInt32BE(from + field));
    const stored = woff.subarray(at, at + packed);
    const table = Buffer.alloc(padded(length));
    table.set(packed < length ? inflateSync(stored) : stored);
    woff.copy(directory, to, from, from + 4); // its tag
    woff.copy(directory, to + 4, from + 16, from + 20); // its checksum
    directory.writeUInt32BE(offset, to + 8);
    directory.writeUInt32BE(length, to + 12);
    tables.push(table);
    offset += table.length;
  }
  return Buffer.concat([directory, ...tables]);
}
