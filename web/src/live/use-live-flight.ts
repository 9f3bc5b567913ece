/** A flight under way, as its stream tells it: the coach’s place, the samples of the last minutes, the verdicts. */
import type { LiveCoach, LiveFlightView, LiveVerdict } from '@keel/core';
import { useEffect, useRef, useState } from 'react';
import useSWR from 'swr';
import { api, read } from '../api/client.ts';

export interface Sample {
  timeS: number;
  altitudeFt: number | null;
  kias: number | null;
  bankDeg: number | null;
  headingDeg: number | null;
}

export interface LiveState {
  coach: LiveCoach | null;
  samples: readonly Sample[];
  verdicts: readonly LiveVerdict[];
  /** When the last rows came, by this device’s clock, ms. */
  heardMs: number | null;
  /** Rows a second, as they come. */
  rateHz: number;
  recordingId: string | null;
}

const KEPT_S = 240;
const NOTHING: LiveState = {
  coach: null,
  samples: [],
  verdicts: [],
  heardMs: null,
  rateHz: 0,
  recordingId: null,
};

export const useLiveFlights = (everyMs = 5000) =>
  useSWR<LiveFlightView[]>('/live', () => read(api.live.$get()), { refreshInterval: everyMs });

type Columns = Record<string, (number | string | null)[]>;

function samplesOf(columns: Columns): Sample[] {
  const times = columns.time_s ?? columns.utc ?? [];
  const number = (name: string, i: number): number | null => {
    const value = columns[name]?.[i];
    return typeof value === 'number' ? value : null;
  };
  return times.map((time, i) => ({
    timeS: typeof time === 'number' ? time : Date.parse(String(time)) / 1000,
    altitudeFt: number('alt_ft', i) ?? number('gps_alt_ft', i),
    kias: number('ias_kt', i),
    bankDeg: number('bank_deg', i),
    headingDeg: number('hdg_deg', i),
  }));
}

/** After a server answered that it cannot, as a proxy does for one that was just killed. */
const AGAIN_MS = 1000;

export function useLiveFlight(flightId: string | undefined): LiveState {
  const [state, setState] = useState<LiveState>(NOTHING);
  const held = useRef(NOTHING);
  useEffect(() => {
    held.current = NOTHING;
    setState(NOTHING);
    if (!flightId) return;
    let source: EventSource;
    let lastId = '';
    let timer = 0;
    let drawn = 0;
    const keep = (part: Partial<LiveState>) => {
      held.current = { ...held.current, ...part };
      // What was flown before this page was opened comes in one go: it is drawn when it has come.
      if (drawn === 0)
        drawn = requestAnimationFrame(() => {
          drawn = 0;
          setState(held.current);
        });
    };
    const open = () => {
      source = new EventSource(`/api/live/${flightId}/events${lastId && `?after=${lastId}`}`);
      // A connection that breaks comes back by itself; one that was answered with an error does not.
      source.addEventListener('error', () => {
        if (source.readyState === EventSource.CLOSED) timer = window.setTimeout(open, AGAIN_MS);
      });
      source.addEventListener('samples', ({ data, lastEventId }: MessageEvent<string>) => {
        lastId = lastEventId;
        const fresh = samplesOf(JSON.parse(data).columns as Columns);
        const last = fresh.at(-1)?.timeS ?? 0;
        const kept = held.current.samples.filter(
          ({ timeS }) => timeS > last - KEPT_S && timeS < (fresh[0]?.timeS ?? 0),
        );
        const samples = [...kept, ...fresh];
        const recent = samples.filter(({ timeS }) => timeS > last - 5);
        keep({ samples, heardMs: Date.now(), rateHz: recent.length / 5 });
      });
      source.addEventListener('coach', ({ data }: MessageEvent<string>) => keep({ coach: JSON.parse(data) }));
      source.addEventListener('attempt', ({ data }: MessageEvent<string>) =>
        keep({ verdicts: [...held.current.verdicts, JSON.parse(data)] }),
      );
      source.addEventListener('end', ({ data }: MessageEvent<string>) => {
        keep({ recordingId: JSON.parse(data).recordingId });
        source.close();
      });
    };
    open();
    return () => {
      source.close();
      window.clearTimeout(timer);
      cancelAnimationFrame(drawn);
    };
  }, [flightId]);
  return state;
}
