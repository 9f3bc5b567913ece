/** Entries and endorsements, signed on the day. */
import type { LogEntry, SignedBody } from '@keel/core';
import type { EntityManager } from 'typeorm';
import { signedHash } from '../../record/sign.ts';
import { YEARS_SCHOOL, yearsId } from './ids.ts';

/** Minutes on the ground before and after what was recorded. */
export const TAXI_MIN = 18;

export const entryOf = (
  given: Pick<LogEntry, 'date' | 'blockMin' | 'soloMin' | 'dualMin' | 'training'>,
): LogEntry => ({
  airplane: 'Cairn',
  from: 'Langmoor',
  to: 'Langmoor',
  airMin: Math.max(0, given.blockMin - TAXI_MIN),
  nightMin: 0,
  instrumentMin: 0,
  landingsDay: 1,
  landingsNight: 0,
  remarks: '',
  ...given,
});

export const sign = async (
  manager: EntityManager,
  name: string,
  of: { studentId: string; signerId: string; recordingId: string | null },
  signedAt: Date,
  body: SignedBody,
): Promise<void> => {
  const row = { id: yearsId(name), kind: body.kind, replaces: null, body, signedAt, ...of };
  await manager.query(
    `INSERT INTO signed (school_id, id, kind, student_id, recording_id, body, signer_id, signed_at, hash)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [
      YEARS_SCHOOL.id,
      row.id,
      row.kind,
      of.studentId,
      of.recordingId,
      body,
      of.signerId,
      signedAt,
      signedHash(row),
    ],
  );
};
