/** The second step of a sign-in: a code of an authenticator app (RFC 6238), or one of ten kept on paper, each good once. */
import { randomInt } from 'node:crypto';
import { generateSecret, generateURI, verifySync } from 'otplib';
import type { DataSource } from 'typeorm';
import { type Account, AccountEntity } from '../db/entities.ts';
import { Problem } from '../http/problem.ts';
import { hashOfToken } from '../http/sessions.ts';
import { addToTrail } from './trail.ts';

/** A phone’s clock may be half a minute off. */
const TOLERANCE_S = 30;
const RECOVERY_CODES = 10;
/** Without those that are taken for each other. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';

type Secrets = Pick<Account, 'schoolId' | 'id' | 'totpSecret' | 'totpSince' | 'totpStep' | 'recoveryHashes'>;

const secretsOf = (database: DataSource, { schoolId, id }: Pick<Account, 'schoolId' | 'id'>) =>
  database
    .getRepository(AccountEntity)
    .createQueryBuilder('account')
    .addSelect(['account.totpSecret', 'account.recoveryHashes', 'account.totpStep'])
    .where('account.schoolId = :schoolId AND account.id = :id', { schoolId, id })
    .getOneOrFail();

/** Begins it: a secret for the app, which counts for nothing until a code proves that the app has it. */
export async function beginSecondStep(
  database: DataSource,
  account: Pick<Account, 'schoolId' | 'id' | 'email'>,
): Promise<{ secret: string; uri: string }> {
  const { schoolId, id, email } = account;
  if ((await secretsOf(database, account)).totpSince)
    throw new Problem(
      409,
      'The second step is on already. Switch it off before another app takes its place.',
    );
  const secret = generateSecret();
  await database.getRepository(AccountEntity).update({ schoolId, id }, { totpSecret: secret });
  return { secret, uri: generateURI({ issuer: 'Keel Path', label: email ?? '', secret }) };
}

/** The step that a code is of, where it is a good one that was not used before. */
function stepOf({ totpSecret, totpStep }: Secrets, code: string): number | null {
  if (!totpSecret || !/^\d{6}$/.test(code)) return null;
  const found = verifySync({
    secret: totpSecret,
    token: code,
    epochTolerance: TOLERANCE_S,
    ...(Number(totpStep) > 0 && { afterTimeStep: Number(totpStep) }),
  });
  return found.valid && 'timeStep' in found ? found.timeStep : null;
}

const plainCode = (code: string): string => code.toLowerCase().replace(/[^a-z0-9]/g, '');

function recoveryCode(): string {
  const part = () => Array.from({ length: 5 }, () => LETTERS[randomInt(LETTERS.length)]).join('');
  return `${part()}-${part()}`;
}

/** Puts it in force. @returns the codes for the day without a phone, which are shown once. @throws Problem 422. */
export async function confirmSecondStep(
  database: DataSource,
  account: Pick<Account, 'schoolId' | 'id'>,
  code: string,
): Promise<string[]> {
  const secrets = await secretsOf(database, account);
  const step = secrets.totpSince ? null : stepOf(secrets, code);
  if (step === null)
    throw new Problem(422, 'code: this is not what the app shows just now; try the next one.');
  const codes = Array.from({ length: RECOVERY_CODES }, recoveryCode);
  const { schoolId, id } = account;
  await database.transaction(async (manager) => {
    await manager.update(
      AccountEntity,
      { schoolId, id },
      {
        totpSince: new Date(),
        totpStep: String(step),
        recoveryHashes: codes.map((one) => hashOfToken(plainCode(one))),
      },
    );
    await addToTrail(manager, account, 'second step begun', id);
  });
  return codes;
}

/** Takes a code at a sign-in. @returns whether it was good; it is then used up. */
export async function takeCode(
  database: DataSource,
  account: Pick<Account, 'schoolId' | 'id'>,
  code: string,
): Promise<boolean> {
  const secrets = await secretsOf(database, account);
  const { schoolId, id } = account;
  const step = stepOf(secrets, code.trim());
  if (step !== null) {
    // Of two that come with the same code one is first.
    const { affected } = await database
      .getRepository(AccountEntity)
      .createQueryBuilder()
      .update()
      .set({ totpStep: String(step) })
      .where('school_id = :schoolId AND id = :id AND totp_step < :step', { schoolId, id, step })
      .execute();
    return affected === 1;
  }
  const hash = hashOfToken(plainCode(code));
  const [, used] = await database.query(
    `UPDATE account SET recovery_hashes = array_remove(recovery_hashes, $3)
     WHERE school_id = $1 AND id = $2 AND $3 = ANY(recovery_hashes)`,
    [schoolId, id, hash],
  );
  return used === 1;
}

export async function endSecondStep(
  database: DataSource,
  account: Pick<Account, 'schoolId' | 'id'>,
): Promise<void> {
  const { schoolId, id } = account;
  await database.transaction(async (manager) => {
    await manager.update(
      AccountEntity,
      { schoolId, id },
      { totpSecret: null, totpSince: null, totpStep: '0', recoveryHashes: [] },
    );
    await addToTrail(manager, account, 'second step ended', id);
  });
}
