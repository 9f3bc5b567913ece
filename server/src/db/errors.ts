/** What an error of the database says. */

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
