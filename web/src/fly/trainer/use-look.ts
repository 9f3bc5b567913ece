/** Where the eyes are turned in the trainer: by keys that are held, by the stick's hat, or by a button; and what was looked at. */
import type { LookName } from '@keel/core';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { listenToKeys } from './held-keys.ts';

const KEYS: Record<string, LookName> = { j: 'left', l: 'right', i: 'back', k: 'down' };
const READ_EVERY_MS = 60;

export interface LookAround {
  look: LookName;
  /** Held by a button until it is let go. */
  hold: (look: LookName | null) => void;
  /** When each side was last looked at, in the flight's seconds. */
  looked: RefObject<Partial<Record<LookName, number>>>;
}

/** A hat as browsers give it: one axis from −1 (up) around to 1, at rest beyond it. */
function ofHat(value: number | undefined): LookName | null {
  if (value === undefined || value > 1.05 || value === 0) return null;
  if (value < -0.9 || value > 0.9) return 'ahead';
  if (value < -0.1) return 'right';
  return value < 0.3 ? 'back' : 'left';
}

/** @param timeS the flight's clock now. */
export function useLook(timeS: () => number | undefined): LookAround {
  const [look, setLook] = useState<LookName>('ahead');
  const looked = useRef<Partial<Record<LookName, number>>>({});
  const held = useRef<LookName | null>(null);
  const clock = useRef(timeS);
  clock.current = timeS;
  useEffect(() => {
    const keys = new Set<string>();
    const stopListening = listenToKeys({
      down: (key) => key in KEYS && keys.add(key),
      up: (key) => keys.delete(key),
      letGo() {
        keys.clear();
        held.current = null;
      },
    });
    const timer = setInterval(() => {
      const pad = navigator.getGamepads?.().find((one) => one?.connected) ?? null;
      const key = [...keys].at(-1);
      const now = held.current ?? (key ? KEYS[key] : null) ?? ofHat(pad?.axes[9]) ?? 'ahead';
      const atS = clock.current();
      if (now !== 'ahead' && atS !== undefined) looked.current[now] = atS;
      setLook(now);
    }, READ_EVERY_MS);
    return () => {
      clearInterval(timer);
      stopListening();
    };
  }, []);
  return {
    look,
    looked,
    hold: (next) => {
      held.current = next;
    },
  };
}
