/** The demonstration of a card, flown once by the trainer's own thread: the shape to lay the student's line over. */
import type { Airplane, Demonstration, TargetCard } from '@keel/core';
import { useEffect, useState } from 'react';
import type { FromFlight, ToFlight } from '../fly/trainer/flight-worker.ts';

export function useDemonstration(
  airplane: Airplane | undefined,
  card: TargetCard | undefined,
): Demonstration | null {
  const [shown, setShown] = useState<Demonstration | null>(null);
  useEffect(() => {
    setShown(null);
    if (!airplane || !card) return;
    const flight = new Worker(new URL('../fly/trainer/flight-worker.ts', import.meta.url), {
      type: 'module',
    });
    flight.onmessage = ({ data }: MessageEvent<FromFlight>) => {
      if (data.kind === 'state') return;
      if (data.kind === 'ready') setShown(data.demonstration);
      flight.terminate();
    };
    const options = { airplane, card, groundFt: card.entry.floorFt - 1500 };
    flight.postMessage({ kind: 'open', options } satisfies ToFlight);
    return () => flight.terminate();
  }, [airplane, card]);
  return shown;
}
