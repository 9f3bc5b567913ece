/** A flight that runs again: the cursor moves on by itself, at a speed that can be chosen, until the end of its span. */
import { useEffect, useRef, useState } from 'react';

export const SPEEDS = [0.5, 1, 2, 4, 8] as const;
export type Speed = (typeof SPEEDS)[number];

/** A browser that was away for longer than this goes on where it was. */
const LONGEST_STEP_S = 0.5;

interface Playback {
  playing: boolean;
  speed: Speed;
  setSpeed: (speed: Speed) => void;
  /** Starts, or stops where it is; at the end it starts from the beginning. */
  toggle: () => void;
}

export function usePlayback(
  span: { fromS: number; toS: number },
  atS: number,
  setAtS: (atS: number) => void,
): Playback {
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState<Speed>(1);
  const { toS } = span;
  const now = useRef(atS);
  now.current = atS;
  const move = useRef(setAtS);
  move.current = setAtS;

  useEffect(() => {
    if (!playing) return;
    let lastMs = performance.now();
    let frame = requestAnimationFrame(function next(ms) {
      const stepS = Math.min(LONGEST_STEP_S, Math.max(0, ms - lastMs) / 1000) * speed;
      lastMs = ms;
      const atS = Math.min(toS, now.current + stepS);
      move.current(atS);
      if (atS >= toS) setPlaying(false);
      else frame = requestAnimationFrame(next);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing, speed, toS]);

  const toggle = () => {
    if (!playing && now.current >= toS - 0.1) setAtS(span.fromS);
    setPlaying(!playing);
  };
  return { playing, speed, setSpeed, toggle };
}
