/** What hangs on no attempt: words said of what is no longer found, and edits, which can be taken back. */
import { editsFrom, type RecordingView, type Said, type SaidBody } from '@keel/core';
import { Button } from '@mantine/core';
import { clock } from '../parts/format.ts';
import { useSayOf } from './use-say.ts';

export function Leftovers(props: { recording: RecordingView; orphans: Said[]; mayEdit: boolean }) {
  const { recording, orphans, mayEdit } = props;
  const say = useSayOf(recording);
  const edits = editsFrom(recording.said);
  return (
    <>
      {orphans.length > 0 && (
        <section className="sheet">
          <h3>Said of what is no longer found</h3>
          <ul className="words">
            {orphans.map((one) => (
              <li key={one.id}>
                {describeOrphan(one.body)}{' '}
                <span className="quiet small">
                  {clock(one.body.startS)} to {clock(one.body.endS)}, {one.authorName}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {edits.length > 0 && mayEdit && (
        <section className="sheet">
          <h3>Edits</h3>
          <ul className="words">
            {edits.map(({ kind, maneuver, startS, endS }) => (
              <li key={`${kind}-${startS}`}>
                {kind === 'discard' ? 'Discarded' : 'Edges moved'}: {clock(startS)} to {clock(endS)} of the
                recording{' '}
                <Button
                  variant="subtle"
                  size="compact-sm"
                  onClick={() =>
                    say(
                      kind === 'discard'
                        ? { kind, maneuver, startS, endS, discarded: false }
                        : { kind, maneuver, startS, endS, newStartS: startS, newEndS: endS },
                    )
                  }
                >
                  Take back
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function describeOrphan(body: SaidBody): string {
  if (body.kind === 'comment' || body.kind === 'mark' || body.kind === 'next-time') return body.text;
  if (body.kind === 'grade' || body.kind === 'self-grade') return `${body.kind} ${body.grade}`;
  if (body.kind === 'help') return body.help;
  return body.kind;
}
