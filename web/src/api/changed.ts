/**
 * The one rule for what a change refreshes: after anything that is not a question has succeeded, whatever is in sight and
 * was asked of the server is asked anew, and the rest when it is next in sight. Nobody has to know what hangs on what.
 */
import { useSyncExternalStore } from 'react';
import { type Key, mutate } from 'swr';
import { answerUnderWay } from './early.ts';

let changes = 0;
const listeners = new Set<() => void>();

/** What may change has an address for its key; what was worked out at one scoring has a list, and stays as it is. */
const mayChange = (key: Key): boolean => typeof key === 'string' && key.startsWith('/');

export function refresh(): Promise<unknown> {
  changes += 1;
  for (const listener of listeners) listener();
  return mutate(mayChange);
}

/** How often something has changed: part of the key of lists that are loaded a page at a time. */
export const useChanges = (): number =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => changes,
  );

/** A session begun or ended replaces everything; the page that does it sees to that. */
const SESSION = /\/api\/(session|setup|invitations\/[^/]+)$/;

/** `fetch` for the API, by the rule above. */
export const refreshing: typeof fetch = async (input, init) => {
  const asks = !init?.method || init.method === 'GET';
  const response = (asks && (await answerUnderWay(String(input)))) || (await fetch(input, init));
  if (!asks && response.ok && !SESSION.test(String(input instanceof Request ? input.url : input)))
    void refresh();
  return response;
};
