/** A video and the cursor go together: whichever is moved takes the other with it. */
import { type RefObject, useEffect, useRef } from 'react';
import { leadIn, secondOf } from './alignment.ts';
import { onShow } from './open-videos.ts';

/** Nearer than this they are together. */
const TOGETHER_S = 0.04;

export function useTogether(
  video: RefObject<HTMLVideoElement | null>,
  offsetS: number | null,
  cursorS: number,
  setCursorS: (atS: number) => void,
): void {
  /** Where the video itself put the cursor: a page draws later than a video runs, and would call it back to what it drew. */
  const puts = useRef<number[]>([]);
  /** Where it was sent, in its own seconds. */
  const sent = useRef(Number.NEGATIVE_INFINITY);
  const move = useRef(setCursorS);
  move.current = setCursorS;

  useEffect(() => {
    const shown = video.current;
    if (!shown || offsetS === null) return;
    const own = puts.current.indexOf(cursorS);
    if (own >= 0) {
      puts.current.splice(0, own);
      return;
    }
    puts.current = [];
    const s = secondOf(cursorS, offsetS, shown.duration);
    if (s === null || Math.abs(shown.currentTime - s) <= TOGETHER_S) return;
    sent.current = s;
    shown.currentTime = s;
  }, [video, offsetS, cursorS]);

  useEffect(() => {
    const shown = video.current;
    if (!shown || offsetS === null) return;
    const follow = () => {
      const atS = shown.currentTime - offsetS;
      if (atS === puts.current.at(-1)) return;
      puts.current.push(atS);
      move.current(atS);
    };
    // Moved by its own bar while it stands; where it was sent for the cursor it has nothing to tell.
    const sought = () => {
      if (shown.paused && Math.abs(shown.currentTime - sent.current) > TOGETHER_S) follow();
    };
    let frame = 0;
    const run = () => {
      follow();
      frame = requestAnimationFrame(run);
    };
    const stop = () => cancelAnimationFrame(frame);
    const begin = () => {
      stop();
      run();
    };
    shown.addEventListener('play', begin);
    shown.addEventListener('pause', stop);
    shown.addEventListener('seeked', sought);
    const forget = onShow((flightS) => {
      // What the video does not have it does not start for.
      if (secondOf(flightS, offsetS, shown.duration) === null) return;
      shown.currentTime = leadIn(flightS, offsetS);
      // A browser may want a tap first: it then stands there, and waits for one.
      shown.play().catch(() => undefined);
    });
    return () => {
      stop();
      forget();
      shown.removeEventListener('play', begin);
      shown.removeEventListener('pause', stop);
      shown.removeEventListener('seeked', sought);
    };
  }, [video, offsetS]);
}
