/** SHA-256 of data, so that a stored score says exactly what it was worked out from. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** JSON with the keys of every object in order, so that equal data has equal text. */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

export const hashOf = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalJson(value))));
