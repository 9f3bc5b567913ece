/** Sends something that changes the server: what failed is said, and what was typed stays. */
import { notifications } from '@mantine/notifications';
import { messageOf } from '../api/client.ts';

/** @returns what came back, or undefined where it was refused. */
export async function sent<T>(sending: Promise<T>, title = 'Not kept'): Promise<T | undefined> {
  try {
    return await sending;
  } catch (error) {
    notifications.show({ color: 'red', title, message: messageOf(error) });
    return undefined;
  }
}
