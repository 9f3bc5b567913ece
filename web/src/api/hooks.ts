/** What the server knows, cached and shared by SWR under its address. */
import {
  type Airplane,
  decodeFlight,
  type FlightColumns,
  type KeelTrace,
  type Lesson,
  type Me,
  type OwnFigure,
  type Path,
  type Person,
  type RecordingView,
  type Standard,
  type Student,
  type Technique,
} from '@keel/core';
import useSWR, { useSWRConfig } from 'swr';
import { ApiError, get, getBytes } from './client.ts';

const options = {
  revalidateOnFocus: false,
  shouldRetryOnError: (error: unknown) =>
    !(error instanceof ApiError && error.status >= 400 && error.status < 500),
};

const useGet = <T>(path: string | null) => useSWR<T, ApiError>(path, get, options);

export const useMe = () => useGet<Me>('/me');
export const useStudents = () => useGet<Student[]>('/students');
export const usePeople = () => useGet<Person[]>('/people');
export const useAirplanes = () => useGet<(Airplane & { version: number })[]>('/airplanes');
export const useOwnFigures = (airplaneId: string) =>
  useGet<{ flights: number; figures: OwnFigure[]; taken: OwnFigure[] }>(
    `/airplanes/${airplaneId}/own-figures`,
  );
export const useStandards = () =>
  useGet<(Standard & { version: number; editedBy: string | null; editedAt: string })[]>('/standards');
export const useTechnique = () => useGet<{ version: number; technique: Technique }>('/technique');
export const useLessons = () => useGet<Lesson[]>('/lessons');
export const useLesson = (id: string | undefined) => useGet<Lesson>(id ? `/lessons/${id}` : null);
export const pathOf = (studentId: string) => `/students/${studentId}/path`;

/** Drops what is known of a student's path, so that it is asked for anew: something on it has changed. */
export function useForgetPath(studentId: string): () => Promise<unknown> {
  const { mutate } = useSWRConfig();
  return () => mutate(pathOf(studentId), undefined, { revalidate: false });
}

export const usePath = (studentId: string | undefined) => useGet<Path>(studentId ? pathOf(studentId) : null);
export const useKeel = (recordingId: string, attempt: number, scoredAt: string | null) =>
  // The time of scoring is part of the key: a re-score draws anew.
  useSWR<KeelTrace, ApiError>(
    scoredAt ? [`/recordings/${recordingId}/attempts/${attempt}/keel`, scoredAt] : null,
    ([path]: [string, string]) => get<KeelTrace>(path),
    { ...options, keepPreviousData: false },
  );

/** The keels of several attempts of one recording, in the order asked for. */
export const useKeels = (recordingId: string, attempts: readonly number[], scoredAt: string | null) =>
  useSWR<KeelTrace[], ApiError>(
    scoredAt ? [recordingId, scoredAt, ...attempts].join(' ') : null,
    () => Promise.all(attempts.map((i) => get<KeelTrace>(`/recordings/${recordingId}/attempts/${i}/keel`))),
    { ...options, keepPreviousData: true },
  );

/** The whole flight for drawing; large, so it is fetched once and only where it is drawn. */
export const useFlight = (recordingId: string, scoredAt: string | null) =>
  useSWR<FlightColumns, ApiError>(
    scoredAt ? [`/recordings/${recordingId}/flight`, scoredAt] : null,
    async ([path]: [string, string]) => decodeFlight(await getBytes(path)),
    { ...options, revalidateIfStale: false },
  );

/** Asks again while the analysis runs. */
export const useRecording = (id: string | undefined) =>
  useSWR<RecordingView, ApiError>(id ? `/recordings/${id}` : null, get, {
    ...options,
    refreshInterval: (latest) => (latest?.status === 'analysing' ? 300 : 0),
  });
