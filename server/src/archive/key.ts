/** A school's own key: it signs the archives that the school makes, and tells them from what somebody wrote by hand. */
import { createPrivateKey, createPublicKey, generateKeyPairSync, sign, verify } from 'node:crypto';
import { type ArchiveSignature, canonicalJson } from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';

interface Key {
  privateKey: string;
  publicKey: string;
}
type Source = Pick<DataSource | EntityManager, 'query'>;

const DER = { format: 'der' } as const;

/** The key of a school, drawn when it is first needed. */
export async function keyOf(source: Source, schoolId: string): Promise<Key> {
  const known = await keyIn(source, schoolId);
  if (known) return known;
  const pair = generateKeyPairSync('ed25519');
  await source.query(
    'INSERT INTO school_key (school_id, private_key, public_key) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
    [
      schoolId,
      pair.privateKey.export({ ...DER, type: 'pkcs8' }).toString('base64'),
      pair.publicKey.export({ ...DER, type: 'spki' }).toString('base64'),
    ],
  );
  // Of two who draw one at once, one is kept.
  return (await keyIn(source, schoolId)) as Key;
}

async function keyIn(source: Source, schoolId: string): Promise<Key | undefined> {
  const [key] = await source.query(
    'SELECT private_key AS "privateKey", public_key AS "publicKey" FROM school_key WHERE school_id = $1',
    [schoolId],
  );
  return key;
}

const covered = ({ school, entries }: Pick<ArchiveSignature, 'school' | 'entries'>): Buffer =>
  Buffer.from(canonicalJson({ school, entries }));

/** @param entries the SHA-256 of each entry, by its name */
export async function signatureOf(
  source: Source,
  school: string,
  entries: Record<string, string>,
): Promise<ArchiveSignature> {
  const { privateKey, publicKey } = await keyOf(source, school);
  const key = createPrivateKey({ ...DER, type: 'pkcs8', key: Buffer.from(privateKey, 'base64') });
  return {
    school,
    publicKey,
    entries,
    signature: sign(null, covered({ school, entries }), key).toString('base64'),
  };
}

/** Whether the key that a signature names made it. Whose key that is, is another question. */
export function isSignedBy(signature: ArchiveSignature): boolean {
  try {
    const key = createPublicKey({ ...DER, type: 'spki', key: Buffer.from(signature.publicKey, 'base64') });
    return verify(null, covered(signature), key, Buffer.from(signature.signature, 'base64'));
  } catch {
    // No key at all: then nobody signed with it.
    return false;
  }
}

/**
 * Whether a key is known to be a school's: of a school of this server it is its own; of another it is the one that came with
 * the first archive from there, and stays that one.
 */
export async function isKeyOf(
  manager: EntityManager,
  { schoolId, other, publicKey }: { schoolId: string; other: string; publicKey: string },
): Promise<boolean> {
  const here = await keyIn(manager, other);
  if (here || other === schoolId) return here?.publicKey === publicKey;
  await manager.query(
    'INSERT INTO known_school_key (school_id, other_id, public_key) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
    [schoolId, other, publicKey],
  );
  const [known] = await manager.query(
    'SELECT public_key AS "publicKey" FROM known_school_key WHERE school_id = $1 AND other_id = $2',
    [schoolId, other],
  );
  return known.publicKey === publicKey;
}
