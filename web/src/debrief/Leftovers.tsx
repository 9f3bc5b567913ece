/** What hangs on no attempt: words said of what is no longer found, and edits, which can be taken back. */
import {
  AIR_WORDS,
  editsFrom,
  LESSON,
  maneuverName,
  type RecordingView,
  type Statement,
  type StatementBody,
  type StatementEdit,
} from '@keel/core';
import { Button } from '@mantine/core';
import { clock } from '../parts/format.ts';
import { useAddStatementTo } from './use-statements.ts';

export function Leftovers(props: { recording: RecordingView; orphans: Statement[]; mayEdit: boolean }) {
  const { recording, orphans, mayEdit } = props;
  const addStatement = useAddStatementTo(recording);
  const edits = editsFrom(recording.statements);
  return (
    <>
      {orphans.length > 0 && (
        <section className="sheet">
          <h3>Entries for attempts that are no longer found</h3>
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
            {edits.map((edit) => {
              const { statementId, authorName, maneuver, startS, endS } = edit;
              return (
                <li key={statementId}>
                  {editWords(edit)}{' '}
                  <span className="quiet small">
                    {clock(startS)} to {clock(endS)} of the recording, {authorName}
                  </span>{' '}
                  <Button
                    variant="subtle"
                    size="compact-sm"
                    onClick={() =>
                      addStatement({ kind: 'take-back', maneuver, startS, endS, of: statementId })
                    }
                  >
                    Undo
                  </Button>
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </>
  );
}

function editWords(edit: StatementEdit): string {
  const was = maneuverName(edit.maneuver, 'standard');
  switch (edit.kind) {
    case 'discard':
      return `${was}: discarded`;
    case 'edges':
      return `${was}: edges moved`;
    case 'split':
      return `${was}: split at ${clock(edit.atS)}`;
    case 'merge':
      return `${was}: merged with what came up to ${clock(edit.withEndS)}`;
    case 'retype':
      return `${was}: called ${maneuverName(edit.newManeuver, edit.newVariant ?? 'standard').toLowerCase()}`;
    case 'seen':
      return `${was}: ${edit.requirement} ${edit.held ? 'met' : 'not met'}`;
    case 'air':
      return `${was}: ${AIR_WORDS[edit.level]}`;
    case 'configured':
      return edit.maneuver === LESSON
        ? `flaps for ${edit.configuration}, all of the flight`
        : `${was}: flaps for ${edit.configuration}`;
  }
}

function describeOrphan(body: StatementBody): string {
  if (
    body.kind === 'comment' ||
    body.kind === 'mark' ||
    body.kind === 'next-time' ||
    body.kind === 'question'
  )
    return body.text;
  if (body.kind === 'grade' || body.kind === 'self-grade') return `${body.kind} ${body.grade}`;
  if (body.kind === 'help') return body.help;
  return body.kind;
}
