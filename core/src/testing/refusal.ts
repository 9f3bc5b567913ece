/** What somebody reads where something is refused. */

import { InputError } from '../errors.ts';
import { describeInput } from '../words/input-error.ts';

/** @returns the refusal in words, with its place; what is no refusal goes on. */
export function refusal(work: () => unknown): string {
  try {
    work();
  } catch (error) {
    if (error instanceof InputError) return describeInput(error, 'file');
    throw error;
  }
  return 'nothing was refused';
}
