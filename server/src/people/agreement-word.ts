/** A word of who agreed, as it is read. */
import type { AgreementWord } from '@keel/core';
import type { AgreementRow } from '../db/entities.ts';

export const agreementWord = (
  { id, createdAt, body }: Pick<AgreementRow, 'id' | 'createdAt' | 'body'>,
  authorName: string,
): AgreementWord => ({ id, authorName, createdAt: createdAt.toISOString(), body });
