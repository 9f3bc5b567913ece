/** Passwords: length over rules, and none of those that everybody tries first. */
import { createRequire } from 'node:module';
import { hash, verify } from '@node-rs/argon2';
import { Problem } from '../http/problem.ts';

const common: { test(password: string): boolean } = createRequire(import.meta.url)(
  'fxa-common-password-list',
);

/** Whether it is the password of that hash. What is no hash, as of who was erased, is opened by none. */
export const isPassword = (passwordHash: string, password: string): Promise<boolean> =>
  verify(passwordHash, password).catch(() => false);

/** @throws Problem 422 for one that is among the common ones, or is the address itself. */
export async function hashOfPassword(password: string, email: string): Promise<string> {
  const plain = password.toLowerCase();
  if (common.test(plain) || plain === email || plain === email.split('@')[0])
    throw new Problem(
      422,
      'password: this one is among those that are tried first; put a few unrelated words together.',
    );
  return hash(password);
}
