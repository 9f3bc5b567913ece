/** What the server knows, cached and shared by SWR under its address. */
import type {
  Alongside,
  InsightQuery,
  KeelTrace,
  LessonList,
  Matrix,
  RecordingView,
  Trail,
  UnmatchedFlight,
} from '@keel/core';
import useSWR, { type SWRConfiguration } from 'swr';
import useSWRInfinite from 'swr/infinite';
import { refresh, useChanges } from './changed.ts';
import { ApiError, answered, api, read } from './client.ts';

export const options = {
  revalidateOnFocus: false,
  shouldRetryOnError: (error: unknown) =>
    !(error instanceof ApiError && error.status >= 400 && error.status < 500),
  // A server that was away is asked again soon, and a little later each time.
  errorRetryInterval: 2000,
};

/** Kept under its path, and asked for as it says. */
const useGet = <T>(path: string | null, by: () => Promise<T>, more?: SWRConfiguration<T, ApiError>) =>
  useSWR<T, ApiError>(path, by, { ...options, ...more });

/** Under which name a student's path is kept. */
export const pathOf = (studentId: string) => `/students/${studentId}/path`;
export const useMe = () => useGet('/me', () => read(api.me.$get()));
export const useSessions = () => useGet('/me/sessions', () => read(api.me.sessions.$get()));
export const useStudents = () => useGet('/students', () => read(api.students.$get()));
export const useInvitations = (wanted: boolean) =>
  useGet(wanted ? '/people/invitations' : null, () => read(api.people.invitations.$get()));
/** Asked again now and then: a flight begins and ends without anybody here doing anything. */
export const useUnmatchedFlights = (wanted: boolean) =>
  useSWR<UnmatchedFlight[], ApiError>(
    wanted ? '/live/unmatched' : null,
    () => read(api.live.unmatched.$get()),
    { ...options, refreshInterval: 15_000 },
  );
export const useDeletedRecordings = (wanted: boolean) =>
  useGet(wanted ? '/deleted-recordings' : null, () => read(api['deleted-recordings'].$get()));
export const useClosedAccounts = (wanted: boolean) =>
  useGet(wanted ? '/people/closed' : null, () => read(api.people.closed.$get()));
export const useHealth = (wanted: boolean) =>
  useGet(wanted ? '/health' : null, () => read(api.health.$get()));
/** Who shares this device, and can change over by a code. */
export const useSharedDevice = () => useGet('/session/people', () => read(api.session.people.$get()));
export const useSchool = () => useGet('/school', () => read(api.school.$get()));
export const useDeparted = () => useGet('/school/departed', () => read(api.school.departed.$get()));
/** Who did what when, a page at a time. */
export const useTrail = () => {
  const changes = useChanges();
  return useSWRInfinite<Trail, ApiError>(
    (_page, before: Trail | null) =>
      before && !before.next ? null : ['trail', changes, before?.next ?? null],
    ([, , cursor]: [string, number, string | null]) =>
      read(api.school.trail.$get({ query: { cursor: cursor ?? undefined } })),
    { ...options, keepPreviousData: true },
  );
};
export const usePeople = () => useGet('/people', () => read(api.people.$get()));
export const useAirplanes = () => useGet('/airplanes', () => read(api.airplanes.$get()));
export const useOwnFigures = (id: string) =>
  useGet(`/airplanes/${id}/own-figures`, () =>
    read(api.airplanes[':id']['own-figures'].$get({ param: { id } })),
  );
export const useStandards = () => useGet('/standards', () => read(api.standards.$get()));
export const useSchoolWords = () => useGet('/coach-words', () => read(api['coach-words'].$get()));
export const useTechnique = () => useGet('/technique', () => read(api.technique.$get()));
export const useLesson = (id: string | undefined) =>
  useGet(id ? `/lessons/${id}` : null, () => read(api.lessons[':id'].$get({ param: { id: id! } })));

export interface LessonsWanted {
  studentId?: string;
  search?: string;
  state?: 'all' | 'to-fly' | 'flown';
  sort?: 'when' | 'student' | 'title';
  order?: 'asc' | 'desc';
}

/** Lessons, a page at a time: `size` pages are loaded, and `setSize` asks for more. */
export const useLessons = (wanted: LessonsWanted = {}, limit = 50) => {
  const changes = useChanges();
  return useSWRInfinite<LessonList, ApiError>(
    (_page, before: LessonList | null) =>
      before && !before.next ? null : ['lessons', changes, wanted, limit, before?.next ?? null],
    ([, , , , cursor]: [string, number, LessonsWanted, number, string | null]) =>
      read(
        api.lessons.$get({
          query: {
            ...wanted,
            search: wanted.search || undefined,
            limit: String(limit),
            cursor: cursor ?? undefined,
          },
        }),
      ),
    { ...options, keepPreviousData: true },
  );
};

export const usePath = (studentId: string | undefined) =>
  useGet(studentId ? pathOf(studentId) : null, () =>
    read(api.students[':id'].path.$get({ param: { id: studentId! } })),
  );

export interface MatrixWanted {
  search: string;
  sort: string;
  limit: number;
}
export const useMatrix = ({ search, sort, limit }: MatrixWanted) =>
  useSWR<Matrix, ApiError>(
    `/path?${sort} ${limit} ${search}`,
    () => read(api.path.$get({ query: { search, sort, limit: String(limit) } })),
    { ...options, keepPreviousData: true },
  );
export const useSkillAttempts = (studentId: string, skill: string) =>
  useGet(`${pathOf(studentId)}/${skill}`, () =>
    read(api.students[':id'].path[':skill'].$get({ param: { id: studentId, skill } })),
  );
export const useProposal = (studentId: string, query: { blockMin?: number; cloudBaseFt?: number }) =>
  useGet(
    `/students/${studentId}/proposal?${JSON.stringify(query)}`,
    () =>
      read(
        api.students[':id'].proposal.$get({
          param: { id: studentId },
          query: { blockMin: query.blockMin?.toString(), cloudBaseFt: query.cloudBaseFt?.toString() },
        }),
      ),
    { keepPreviousData: true },
  );

export const useToday = () => useGet('/today', () => read(api.today.$get()));
export const useWeek = (day: string) =>
  useGet(`/week?day=${day}`, () => read(api.week.$get({ query: { day } })));
export const useLogbook = (id: string) =>
  useGet(`/students/${id}/logbook`, () => read(api.students[':id'].logbook.$get({ param: { id } })));
export const useAgreements = (id: string) =>
  useGet(`/students/${id}/agreements`, () => read(api.students[':id'].agreements.$get({ param: { id } })));
export const useLandings = (id: string) =>
  useGet(`/students/${id}/landings`, () => read(api.students[':id'].landings.$get({ param: { id } })));
export const useRelease = (id: string) =>
  useGet(`/students/${id}/release`, () => read(api.students[':id'].release.$get({ param: { id } })));
/** A student's own limits of a solo; null where none are set, or nobody is chosen. */
export const useOwnLimits = (id: string | undefined) =>
  useGet(id ? `/students/${id}/release` : null, () =>
    read(api.students[':id'].release.$get({ param: { id: id ?? '' } })),
  ).data?.limits ?? null;
export const useTemplates = () =>
  useGet('/endorsement-templates', async () => {
    const answer = await answered(api['endorsement-templates'].$get());
    return { templates: await answer.json(), tag: answer.headers.get('ETag') ?? '' };
  });
export const useSyllabuses = () => useGet('/syllabuses', () => read(api.syllabuses.$get()));

const keelOf = (id: string, attempt: number) =>
  read(api.recordings[':id'].attempts[':attempt'].keel.$get({ param: { id, attempt: String(attempt) } }));

export const useKeel = (recordingId: string, attempt: number, scoredAt: string | null) =>
  // The time of scoring is part of the key: a re-score draws anew.
  useSWR<KeelTrace, ApiError>(
    scoredAt ? ['keel', recordingId, attempt, scoredAt] : null,
    () => keelOf(recordingId, attempt),
    { ...options, keepPreviousData: false },
  );

/** The keels of several attempts of one recording, in the order asked for. */
export const useKeels = (recordingId: string, attempts: readonly number[], scoredAt: string | null) =>
  useSWR<KeelTrace[], ApiError>(
    scoredAt ? [recordingId, scoredAt, ...attempts].join(' ') : null,
    () => Promise.all(attempts.map((i) => keelOf(recordingId, i))),
    { ...options, keepPreviousData: true },
  );

/** The same maneuver from other flights. */
export const useAlongside = (recordingId: string, attempt: number, scoredAt: string | null) =>
  useSWR<Alongside, ApiError>(
    scoredAt ? ['alongside', recordingId, attempt, scoredAt] : null,
    () =>
      read(
        api.recordings[':id'].attempts[':attempt'].alongside.$get({
          param: { id: recordingId, attempt: String(attempt) },
        }),
      ),
    options,
  );

const isUnderWay = (recording: RecordingView | undefined): boolean =>
  recording !== undefined && (recording.status === 'analysing' || recording.scoring);

/** Recordings that were seen being worked on. */
const underWay = new Set<string>();

/** Asks again while the analysis runs; what it found changes the lists and the path as well. */
export const useRecording = (id: string | undefined) =>
  useGet<RecordingView>(
    id ? `/recordings/${id}` : null,
    () => read(api.recordings[':id'].$get({ param: { id: id! } })),
    {
      refreshInterval: (latest) => (isUnderWay(latest) ? 300 : 0),
      onSuccess: (latest) => {
        if (isUnderWay(latest)) underWay.add(latest.id);
        else if (underWay.delete(latest.id)) void refresh();
      },
    },
  );

/** What a school sees of itself. */
export const useCalls = (query: InsightQuery) =>
  useGet(`/insight/calls?${JSON.stringify(query)}`, () => read(api.insight.calls.$get({ query })), {
    keepPreviousData: true,
  });
export const useGrading = (query: InsightQuery) =>
  useGet(`/insight/grading?${JSON.stringify(query)}`, () => read(api.insight.grading.$get({ query })), {
    keepPreviousData: true,
  });
export const useSticks = (query: InsightQuery) =>
  useGet(`/insight/sticks?${JSON.stringify(query)}`, () => read(api.insight.sticks.$get({ query })), {
    keepPreviousData: true,
  });
export const useToSolo = () => useGet('/insight/solo', () => read(api.insight.solo.$get()));
export const useFleetFigures = () => useGet('/insight/airplanes', () => read(api.insight.airplanes.$get()));
export const useRounds = () => useGet('/rounds', () => read(api.rounds.$get()));
export const useRound = (id: string) =>
  useGet(`/rounds/${id}`, () => read(api.rounds[':id'].$get({ param: { id } })));

export const useStageChecks = (studentId: string) =>
  useGet(`/students/${studentId}/stage-checks`, () =>
    read(api.students[':id']['stage-checks'].$get({ param: { id: studentId } })),
  );
export const useStageQuestions = () => useGet('/stage-questions', () => read(api['stage-questions'].$get()));
export const useStageCheck = (id: string) =>
  useGet(`/stage-checks/${id}`, () => read(api['stage-checks'][':id'].$get({ param: { id } })));
