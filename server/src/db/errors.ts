/** What an error of the database says. */
import { Problem } from '../http/problem.ts';

/**
 * Whether the database was not there, rather than anything being wrong with what was asked of it. An error that crossed
 * from a thread has its message alone.
 */
export function isConnectionError(error: unknown): boolean {
  const { code = '', message = '' } = (error ?? {}) as { code?: string; message?: string };
  // Class 08: connection; 57P0x: the server is ending or starting; 53300: it has no connection left.
  return CODES.test(code) || MESSAGES.test(message);
}

const CODES = /^(08...|57P0[123]|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND)$/;
const MESSAGES =
  /Connection terminated|connection error|ECONNREFUSED|ECONNRESET|terminating connection|database system is|timeout exceeded when trying to connect|not queryable|too many clients/;

/** Whether the database has such a row already, and keeps one of each. */
export const isDuplicate = (error: unknown): boolean => (error as { code?: string } | null)?.code === '23505';

/**
 * What a request sent that the database cannot keep: a character that is none, a time or a number beyond all, a name of
 * something that is not there. Null for every other error, which is the program's own.
 */
export function refusalOf(error: unknown): Problem | null {
  const { code = '' } = (error ?? {}) as { code?: string };
  if (code === DISK_FULL)
    return new Problem(
      503,
      'The disk that the database lies on is full. Nothing was lost: make room on it, and try again.',
    );
  if (OUT_OF_RANGE.test(code))
    return new Problem(422, 'Something in this is out of any range, or no text: it cannot be kept.');
  if (code === NOT_THERE)
    return new Problem(422, 'Something that this names is not there, or was removed meanwhile.');
  return null;
}
const DISK_FULL = '53100';
/** Class 22: data exceptions. */
const OUT_OF_RANGE = /^22...$/;
const NOT_THERE = '23503';
