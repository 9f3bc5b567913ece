/** Recordings that were deleted: each can be restored until it is removed for good. */
import { Button } from '@mantine/core';
import { answered, api } from '../api/client.ts';
import { useDeletedRecordings } from '../api/hooks.ts';
import { day, dayAndTime } from '../parts/format.ts';
import { sent } from '../parts/sent.ts';
import './debrief.css';

const KEPT_DAYS = 30;
const removedOn = (deletedAt: string): string =>
  day(new Date(Date.parse(deletedAt) + KEPT_DAYS * 86_400_000).toISOString());

export function Deleted() {
  const recordings = useDeletedRecordings(true);
  if (!recordings.data || recordings.data.length === 0) return null;
  return (
    <details className="sheet">
      <summary>Deleted recordings ({recordings.data.length})</summary>
      <ul className="deleted-recordings">
        {recordings.data.map(({ id, fileName, student, flownAt, deletedAt }) => (
          <li key={id}>
            <span>
              <strong>{student ?? 'No student yet'}</strong>, {dayAndTime(flownAt)}
              <span className="quiet small">
                {' '}
                {fileName} · removed for good on {removedOn(deletedAt)}
              </span>
            </span>
            <Button
              variant="default"
              size="compact-md"
              aria-label={`Restore ${fileName}`}
              onClick={() =>
                sent(answered(api.recordings[':id'].restore.$post({ param: { id } })), 'Not restored')
              }
            >
              Restore
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
