/** What a password of one’s own must be, as its fields say it; the server has the last word. */
import { PASSWORD_LENGTH } from '@keel/core';

export const PASSWORD_ADVICE = 'A few unrelated words are best; at least ten characters.';

/** For a form: what is wrong with it, null where nothing is that can be told here. */
export const passwordProblem = (password: string): string | null =>
  password.length >= PASSWORD_LENGTH ? null : 'At least ten characters; a few words are best';
