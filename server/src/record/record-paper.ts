/** A paper of a student’s record, made by a worker and answered as the request’s own. */
import type { Context } from 'hono';
import type { Account } from '../db/entities.ts';
import type { Env } from '../http/env.ts';
import { madeFile } from '../http/made-file.ts';
import type { RecordPaper } from './paper-task.ts';

export async function recordPaper(
  c: Context<Env>,
  { schoolId, id: studentId }: Account,
  which: RecordPaper,
  fileName: string,
) {
  const pdf = await madeFile(c, { schoolId, kind: 'record-paper', input: { studentId, ...which } });
  c.header('Content-Type', 'application/pdf');
  c.header('Content-Disposition', `inline; filename="${fileName}"`);
  return c.body(pdf, 200);
}
