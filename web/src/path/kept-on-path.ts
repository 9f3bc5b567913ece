/** Sends something that changes a student’s path, and has the path read again. */
import { mutate } from 'swr';
import { pathOf } from '../api/hooks.ts';
import { sent } from '../parts/sent.ts';

/** @returns whether it was kept; what failed is said, and what was typed stays. */
export async function keptOnPath(studentId: string, sending: Promise<object>): Promise<boolean> {
  if (!(await sent(sending))) return false;
  await mutate(pathOf(studentId));
  return true;
}
