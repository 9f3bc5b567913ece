/** The flight as React sees it: the latest state at every frame for the picture, a few times a second for the words. */

import type {
  Demonstration,
  Lane,
  PatternFigures,
  TargetCard,
  TrainerOptions,
  TrainerSnapshot,
} from '@keel/core';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import { isoDay } from '../../parts/format.ts';
import type { FromFlight, ToFlight } from './flight-worker.ts';

interface FinishedFlight {
  csv: string;
  instructorFlew: { startS: number; endS: number }[];
}

export interface TrainerLink {
  ready: {
    lanes: Lane[];
    demonstration: Demonstration;
    card: TargetCard;
    pattern: PatternFigures | null;
  } | null;
  failed: string | null;
  /** Refreshed for words and needles. */
  snapshot: TrainerSnapshot | null;
  /** The very latest, for the picture. */
  latest: RefObject<TrainerSnapshot | null>;
  send: (message: ToFlight) => void;
  finish: () => Promise<FinishedFlight>;
}

const WORDS_EVERY_MS = 60;

export function useTrainer(options: TrainerOptions): TrainerLink {
  const worker = useRef<Worker | null>(null);
  const latest = useRef<TrainerSnapshot | null>(null);
  const finishing = useRef<((flight: FinishedFlight) => void) | null>(null);
  const [ready, setReady] = useState<TrainerLink['ready']>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [snapshot, setSnapshot] = useState<TrainerSnapshot | null>(null);

  useEffect(() => {
    const flight = new Worker(new URL('./flight-worker.ts', import.meta.url), { type: 'module' });
    worker.current = flight;
    let shownMs = 0;
    flight.onmessage = ({ data }: MessageEvent<FromFlight>) => {
      if (data.kind === 'state') {
        latest.current = data.snapshot;
        if (performance.now() - shownMs > WORDS_EVERY_MS) {
          shownMs = performance.now();
          setSnapshot(data.snapshot);
        }
      } else if (data.kind === 'ready') setReady(data);
      else if (data.kind === 'failed') setFailed(data.message);
      else finishing.current?.(data);
    };
    flight.onerror = () => setFailed('The flight stopped unexpectedly. Open the trainer again.');
    flight.postMessage({ kind: 'open', options } satisfies ToFlight);
    return () => flight.terminate();
  }, [options]);

  const send = useCallback((message: ToFlight) => worker.current?.postMessage(message), []);
  const finish = useCallback(
    () =>
      new Promise<FinishedFlight>((resolve) => {
        finishing.current = resolve;
        send({ kind: 'finish', date: isoDay() });
      }),
    [send],
  );
  return { ready, failed, snapshot, latest, send, finish };
}
