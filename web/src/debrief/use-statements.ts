/** Saying something of an attempt: kept on the server, shown at once. */
import {
  type AttemptScore,
  changesAttempts,
  type RecordingView,
  type Statement,
  type StatementBody,
} from '@keel/core';
import { notifications } from '@mantine/notifications';
import { useSWRConfig } from 'swr';
import { messageOf, post } from '../api/client.ts';
import { useForgetPath } from '../api/hooks.ts';

type WithoutInterval<T> = T extends unknown ? Omit<T, 'startS' | 'endS' | 'maneuver'> : never;
export type NewStatement = WithoutInterval<StatementBody>;
export type AddStatement = (body: NewStatement) => Promise<boolean>;

/** Of any interval of a recording. Resolves to whether it was kept. */
export function useAddStatementTo(recording: RecordingView): (body: StatementBody) => Promise<boolean> {
  const { mutate } = useSWRConfig();
  const forgetPath = useForgetPath(recording.student.id);
  return async (body) => {
    try {
      const statements = await post<Statement[]>(`/recordings/${recording.id}/statements`, {
        id: crypto.randomUUID(),
        body,
      });
      await forgetPath();
      const at = `/recordings/${recording.id}`;
      // An edit changes the score itself, so that is fetched anew; until it is there the old one stays in sight.
      if (changesAttempts(body.kind)) await mutate(at);
      else
        await mutate(at, (before: RecordingView | undefined) => before && { ...before, statements }, {
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
export function useAddStatement(
  recording: RecordingView,
  { startS, endS, maneuver }: AttemptScore,
): AddStatement {
  const addStatement = useAddStatementTo(recording);
  return (body) => addStatement({ ...body, startS, endS, maneuver } as StatementBody);
}
