/** Bytes to text, strictly: what is no UTF-8 text is refused rather than read as nonsense. */
import { InputError } from '../../errors.ts';

/** @throws InputError for bytes that are not UTF-8 text. A byte-order mark is dropped. */
export function decodeText(bytes: Uint8Array): string {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    if (!text.includes('\0')) return text;
  } catch {
    // Falls through to the one message below.
  }
  throw new InputError('file/not-text', {});
}
