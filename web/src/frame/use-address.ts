/** What is chosen in a view, kept in its address: a link shows the same, and “back” goes to the view before. */
import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

/** A value of the address; setting it to its fallback takes it out again. No entry of the history is made of it. */
export function useAddress(name: string, fallback: string): [string, (value: string) => void] {
  const [search, setSearch] = useSearchParams();
  const set = useCallback(
    (value: string) =>
      setSearch(
        (before) => {
          const next = new URLSearchParams(before);
          if (value === fallback) next.delete(name);
          else next.set(name, value);
          return next;
        },
        { replace: true, preventScrollReset: true },
      ),
    [setSearch, name, fallback],
  );
  return [search.get(name) ?? fallback, set];
}
