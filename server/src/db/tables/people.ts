/** Accounts, who teaches whom, and sessions. */
import type { OwnSettings, Role, UsualHours } from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface Account {
  id: string;
  schoolId: string;
  /** Null for who came with an archive, and for who is invited and has not come. */
  email: string | null;
  name: string;
  role: Role;
  passwordHash: string;
  /** Since when it can sign in no more; what was done with it stays. */
  closedAt: Date | null;
  /** Since when it bears no name: then it cannot come back. */
  erasedAt: Date | null;
  /** The school that it came from with an archive; null for the school’s own. */
  origin: string | null;
  /** The secret shared with an authenticator app, since when it is in force, and the last step that was used. */
  totpSecret: string | null;
  totpSince: Date | null;
  totpStep: string;
  /** Of the codes for a day without a phone, those that are left. */
  recoveryHashes: string[];
  /** Day of birth, ISO 8601; null where nobody said. */
  born: string | null;
  /** Empty for who has said nothing. */
  usualHours: UsualHours;
  ownSettings: OwnSettings;
}
export const AccountEntity = new EntitySchema<Account>({
  name: 'account',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    email: { type: 'text', nullable: true },
    name: { type: 'text' },
    role: { type: 'text' },
    passwordHash: { type: 'text', name: 'password_hash', select: false },
    origin: { type: 'text', nullable: true },
    closedAt: { type: 'timestamptz', name: 'closed_at', nullable: true },
    erasedAt: { type: 'timestamptz', name: 'erased_at', nullable: true },
    totpSecret: { type: 'text', name: 'totp_secret', nullable: true, select: false },
    totpSince: { type: 'timestamptz', name: 'totp_since', nullable: true },
    totpStep: { type: 'bigint', name: 'totp_step', default: 0, select: false },
    recoveryHashes: { type: 'text', array: true, name: 'recovery_hashes', default: [], select: false },
    born: { type: 'date', nullable: true },
    usualHours: { type: 'jsonb', name: 'usual_hours', default: [] },
    ownSettings: { type: 'jsonb', name: 'own_settings', default: {} },
  },
});

interface Teaching {
  schoolId: string;
  instructorId: string;
  studentId: string;
  /** Until when, for who stands in; null for good. */
  until: Date | null;
}
export const TeachingEntity = new EntitySchema<Teaching>({
  name: 'teaching',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    instructorId: { type: 'uuid', name: 'instructor_id', primary: true },
    studentId: { type: 'uuid', name: 'student_id', primary: true },
    until: { type: 'timestamptz', nullable: true },
  },
});

export interface Session {
  tokenHash: string;
  /** What it is called in a list: the token itself is known to the browser alone. */
  id: string;
  schoolId: string;
  accountId: string;
  /** The browser and system, in words for a person. */
  device: string;
  createdAt: Date;
  seenAt: Date;
  expiresAt: Date;
  /** A device that several share, by the hash of its token; with the code by which this person comes back to it. */
  sharedDevice: string | null;
  codeHash: string | null;
  codeUntil: Date | null;
  /** Wrong codes since the last good one. */
  codeTries: number;
}
export const SessionEntity = new EntitySchema<Session>({
  name: 'session',
  columns: {
    tokenHash: { type: 'text', name: 'token_hash', primary: true },
    id: { type: 'uuid', generated: 'uuid' },
    schoolId: { type: 'uuid', name: 'school_id' },
    accountId: { type: 'uuid', name: 'account_id' },
    device: { type: 'text', default: '' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
    seenAt: { type: 'timestamptz', name: 'seen_at', createDate: true },
    expiresAt: { type: 'timestamptz', name: 'expires_at' },
    sharedDevice: { type: 'text', name: 'shared_device', nullable: true },
    codeHash: { type: 'text', name: 'code_hash', nullable: true, select: false },
    codeUntil: { type: 'timestamptz', name: 'code_until', nullable: true },
    codeTries: { type: 'smallint', name: 'code_tries', default: 0 },
  },
});

/** A device from which someone of an address has signed in before. */
interface KnownDevice {
  tokenHash: string;
  address: string;
}
export const KnownDeviceEntity = new EntitySchema<KnownDevice>({
  name: 'known_device',
  columns: {
    tokenHash: { type: 'text', name: 'token_hash', primary: true },
    address: { type: 'text', primary: true },
  },
});
