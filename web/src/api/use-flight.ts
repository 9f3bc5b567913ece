import { decodeFlight, type FlightColumns } from '@keel/core';
import useSWR from 'swr';
import { type ApiError, answered, api } from './client.ts';
import { options } from './hooks.ts';

/** The whole flight for drawing; large, so it is fetched once and only where it is drawn. */
export const useFlight = (recordingId: string, scoredAt: string | null) =>
  useSWR<FlightColumns, ApiError>(
    scoredAt ? ['flight', recordingId, scoredAt] : null,
    async () => {
      const sent = api.recordings[':id'].flight.$get({ param: { id: recordingId } });
      return decodeFlight(await (await answered(sent)).arrayBuffer());
    },
    { ...options, revalidateIfStale: false },
  );
