/** What is chosen in a view, kept in its address: a link shows the same, and “back” goes to the view before. */
import { useCallback, useEffect } from 'react';
import { useSearchParams } from 'react-router';

/** What the address is about to be: of two things chosen before it has changed, the second must know of the first. */
let coming: { path: string; search: URLSearchParams } | null = null;

/** A value of the address; setting it to its fallback takes it out again. No entry of the history is made of it. */
export function useAddress(name: string, fallback: string): [string, (value: string) => void] {
  const [search, setSearch] = useSearchParams();
  // biome-ignore lint/correctness/useExhaustiveDependencies: once the address has changed, nothing is coming any more
  useEffect(() => {
    coming = null;
  }, [search]);
  const set = useCallback(
    (value: string) => {
      const { pathname, search: now } = window.location;
      const next = new URLSearchParams(coming?.path === pathname ? coming.search : now);
      if ((next.get(name) ?? fallback) === value) return;
      if (value === fallback) next.delete(name);
      else next.set(name, value);
      coming = { path: pathname, search: next };
      setSearch(next, { replace: true, preventScrollReset: true });
    },
    [setSearch, name, fallback],
  );
  return [search.get(name) ?? fallback, set];
}

/**
 * Notes a value in the address that nothing shown depends on, such as where a cursor came to rest. The router is not asked:
 * a navigation that somebody has begun meanwhile would be lost by it.
 */
export function noteInAddress(name: string, value: string): void {
  const url = new URL(window.location.href);
  if ((url.searchParams.get(name) ?? '') === value) return;
  if (value === '') url.searchParams.delete(name);
  else url.searchParams.set(name, value);
  window.history.replaceState(window.history.state, '', url);
}
