/** Whether this device has a network at all. */
import { useSyncExternalStore } from 'react';

const subscribe = (changed: () => void) => {
  addEventListener('online', changed);
  addEventListener('offline', changed);
  return () => {
    removeEventListener('online', changed);
    removeEventListener('offline', changed);
  };
};

export const useOnline = (): boolean => useSyncExternalStore(subscribe, () => navigator.onLine);
