/** Accounts, who teaches whom, and sessions. */
import type { Role } from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface Account {
  id: string;
  schoolId: string;
  email: string;
  name: string;
  role: Role;
  passwordHash: string;
}
export const AccountEntity = new EntitySchema<Account>({
  name: 'account',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    email: { type: 'text' },
    name: { type: 'text' },
    role: { type: 'text' },
    passwordHash: { type: 'text', name: 'password_hash', select: false },
  },
});

export interface Teaching {
  schoolId: string;
  instructorId: string;
  studentId: string;
}
export const TeachingEntity = new EntitySchema<Teaching>({
  name: 'teaching',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    instructorId: { type: 'uuid', name: 'instructor_id', primary: true },
    studentId: { type: 'uuid', name: 'student_id', primary: true },
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
  },
});

/** A device from which someone of an address has signed in before. */
export interface KnownDevice {
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
