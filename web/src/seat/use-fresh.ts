/** Whether what is known of the flight is young and dense enough to be looked at: never a frozen lane. */
import { useEffect, useState } from 'react';
import type { LiveState } from '../live/use-live-flight.ts';

/** Older than this, it is the past, ms. */
const OLD_MS = 1500;
const LEAST_HZ = 4;

export function useFresh({ heardMs, rateHz }: Pick<LiveState, 'heardMs' | 'rateHz'>): boolean {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  return heardMs !== null && now - heardMs < OLD_MS && rateHz >= LEAST_HZ;
}
