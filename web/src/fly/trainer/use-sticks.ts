/** Reads keyboard, gamepad and pointer many times a second and tells the flight what has moved. */
import type { StudentInput } from '@keel/core';
import { useEffect, useRef } from 'react';
import { handKeyboardBack } from '../../frame/keyboard.ts';
import type { PointerStick } from '../../sight/pointer-stick.ts';
import { listenToKeys } from './held-keys.ts';
import { isStickKey, readSticks } from './sticks.ts';
import type { TrainerLink } from './use-trainer.ts';

const READ_EVERY_MS = 30;

interface Options {
  pointer: PointerStick | null;
  paused: boolean;
  /** Keys that do something once, by their character. */
  act: Record<string, () => void>;
}

export function useSticks({ latest, send }: TrainerLink, options: Options): void {
  const current = useRef(options);
  current.current = options;
  useEffect(() => {
    const held = new Set<string>();
    const stopListening = listenToKeys({
      down(key, event) {
        if (isStickKey(key)) {
          held.add(key);
          event.preventDefault();
          return;
        }
        const act = current.current.act[key];
        // A button that has the focus answers to space itself.
        if (!act || event.repeat || (key === ' ' && event.target instanceof HTMLButtonElement)) return;
        event.preventDefault();
        act();
      },
      up: (key) => held.delete(key),
      letGo: () => held.clear(),
    });
    const stopHandingBack = handKeyboardBack();
    let toldS = performance.now();
    // What was told last: the flight's own answer comes a moment later.
    let told: Partial<StudentInput> = {};
    const timer = setInterval(() => {
      const nowMs = performance.now();
      const seconds = Math.min(0.1, (nowMs - toldS) / 1000);
      toldS = nowMs;
      const now = latest.current;
      if (!now || current.current.paused || now.holder === 'instructor') return;
      const pad = navigator.getGamepads?.().find((one) => one?.connected) ?? null;
      const before = { ...now.input, ...pick(told, now.input) };
      const moved = readSticks(held, current.current.pointer, pad, before, seconds, told);
      if (Object.keys(moved).length === 0) return;
      told = { ...told, ...moved };
      send({ kind: 'input', input: moved });
    }, READ_EVERY_MS);
    return () => {
      clearInterval(timer);
      stopHandingBack();
      stopListening();
    };
  }, [latest, send]);
}

/** Stick and pedals as told; levers as the flight has them, since the instructor and the help move them too. */
const pick = (told: Partial<StudentInput>, has: StudentInput): Partial<StudentInput> => ({
  aileron: told.aileron ?? has.aileron,
  elevator: told.elevator ?? has.elevator,
  rudder: told.rudder ?? has.rudder,
  brakes: told.brakes ?? has.brakes,
});
