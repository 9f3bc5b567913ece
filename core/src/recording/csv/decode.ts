/** Bytes to text, strictly: what is no UTF-8 text is refused rather than read as nonsense. What is gzipped is unpacked first. */
import { Gunzip } from 'fflate';
import { InputError } from '../../errors.ts';

/** A flight of any length is smaller; a file that is made to grow is not. */
const MOST_UNPACKED_MB = 256;
/** Unpacked bit by bit, so that no bit becomes more than it may. */
const PIECE = 64 * 1024;

export const isGzipped = (bytes: Uint8Array): boolean => bytes[0] === 0x1f && bytes[1] === 0x8b;

/** @throws InputError for bytes that are not UTF-8 text, gzipped or not. A byte-order mark is dropped. */
export function decodeText(bytes: Uint8Array): string {
  const plain = isGzipped(bytes) ? unpacked(bytes) : bytes;
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(plain);
    if (!text.includes('\0')) return text;
  } catch {
    // Falls through to the one message below.
  }
  throw new InputError('file/not-text', {});
}

function unpacked(bytes: Uint8Array): Uint8Array {
  const pieces: Uint8Array[] = [];
  let size = 0;
  const gunzip = new Gunzip((piece) => {
    size += piece.length;
    pieces.push(piece);
  });
  try {
    for (let from = 0; from < bytes.length && size <= MOST_UNPACKED_MB * 1e6; from += PIECE)
      gunzip.push(bytes.subarray(from, from + PIECE), from + PIECE >= bytes.length);
  } catch {
    throw new InputError('file/gzip', {});
  }
  if (size > MOST_UNPACKED_MB * 1e6) throw new InputError('file/too-large', { mostMb: MOST_UNPACKED_MB });
  const whole = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}
