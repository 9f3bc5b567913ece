/** Sends something that changes the server: what failed is said, and what was typed stays. */
import { notifications } from '@mantine/notifications';
import { ApiError, messageOf } from '../api/client.ts';

/** @returns what came back, or undefined where it was refused. A new try takes away what was said of the one before. */
export async function sent<T>(sending: Promise<T>, title = 'Not saved'): Promise<T | undefined> {
  notifications.hide(title);
  try {
    return await sending;
  } catch (error) {
    notifications.show({ id: title, color: 'red', title, message: messageOf(error) });
    return undefined;
  }
}

/**
 * The same where a password is asked: a wrong one is said where it was typed.
 * @param wrong told what to say at the password, or null
 */
export async function signedWith<T>(
  sending: Promise<T>,
  wrong: (words: string | null) => void,
): Promise<T | undefined> {
  wrong(null);
  try {
    return await sending;
  } catch (error) {
    if (!(error instanceof ApiError && error.status === 403))
      return sent(Promise.reject(error), 'Not signed');
    wrong(error.message);
    return undefined;
  }
}
