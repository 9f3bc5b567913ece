/** Some seconds of sound by the browser's own recorder, where there is one. */
import { useEffect, useRef, useState } from 'react';
import { serverNow } from './server-clock.ts';

const LONGEST_MS = 30_000;
/** Speech needs no more. */
const BITS_PER_S = 24_000;

export interface Voice {
  speaking: boolean;
  /** Begins, or ends and hands over. */
  tap: () => void;
  /** Why there is no sound; null while there is. */
  problem: string | null;
}

/** @returns null where the browser records no sound */
export function useVoice(heard: (sound: Blob, fromMs: number) => void): Voice | null {
  const [speaking, setSpeaking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const keep = useRef(heard);
  keep.current = heard;
  // Gone from the page, the microphone is let go.
  useEffect(() => () => recorder.current?.stop(), []);
  if (typeof MediaRecorder === 'undefined' || !navigator.mediaDevices) return null;
  const begin = async () => {
    setProblem(null);
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true }).catch(() => null);
    if (!stream) return setProblem('The microphone is not allowed here.');
    const made = new MediaRecorder(stream, { audioBitsPerSecond: BITS_PER_S });
    const fromMs = serverNow();
    const pieces: Blob[] = [];
    const end = setTimeout(() => made.stop(), LONGEST_MS);
    made.ondataavailable = ({ data }) => pieces.push(data);
    made.onstop = () => {
      clearTimeout(end);
      for (const track of stream.getTracks()) track.stop();
      recorder.current = null;
      setSpeaking(false);
      const sound = new Blob(pieces, { type: made.mimeType.split(';')[0] });
      if (sound.size > 0) keep.current(sound, fromMs);
    };
    recorder.current = made;
    made.start();
    setSpeaking(true);
  };
  return {
    speaking,
    problem,
    tap: () => (recorder.current ? recorder.current.stop() : void begin()),
  };
}
