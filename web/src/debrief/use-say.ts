/** Saying something of an attempt: kept on the server, shown at once. */
import { type AttemptScore, changesAttempts, type RecordingView, type Said, type SaidBody } from '@keel/core';
import { notifications } from '@mantine/notifications';
import { useSWRConfig } from 'swr';
import { messageOf, post } from '../api/client.ts';
import { useForgetPath } from '../api/hooks.ts';

type WithoutInterval<T> = T extends unknown ? Omit<T, 'startS' | 'endS' | 'maneuver'> : never;
export type Saying = WithoutInterval<SaidBody>;
export type Say = (body: Saying) => Promise<boolean>;

/** Of any interval of a recording. Resolves to whether it was kept. */
export function useSayOf(recording: RecordingView): (body: SaidBody) => Promise<boolean> {
  const { mutate } = useSWRConfig();
  const forgetPath = useForgetPath(recording.student.id);
  return async (body) => {
    try {
      const said = await post<Said[]>(`/recordings/${recording.id}/said`, { id: crypto.randomUUID(), body });
      await forgetPath();
      const at = `/recordings/${recording.id}`;
      // An edit changes the score itself, so that is fetched anew; until it is there the old one stays in sight.
      if (changesAttempts(body.kind)) await mutate(at);
      else
        await mutate(at, (before: RecordingView | undefined) => before && { ...before, said }, {
          revalidate: false,
        });
      return true;
    } catch (error) {
      notifications.show({ color: 'red', title: 'Not kept', message: messageOf(error) });
      return false;
    }
  };
}

/** Of one attempt. */
export function useSay(recording: RecordingView, { startS, endS, maneuver }: AttemptScore): Say {
  const say = useSayOf(recording);
  return (body) => say({ ...body, startS, endS, maneuver } as SaidBody);
}
