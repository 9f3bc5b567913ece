/** Every attempt with its small keel. */
import type { AttemptStatements, AttemptVerdict, RecordingView } from '@keel/core';
import { VERDICT_WORDS } from '@keel/core';
import { memo } from 'react';
import { attemptName } from '../parts/format.ts';
import { SmallKeel } from '../parts/SmallKeel.tsx';
import { helpName } from './help-words.ts';

export const AttemptList = memo(function AttemptList(props: {
  recording: RecordingView;
  statements: AttemptStatements[];
  verdicts: AttemptVerdict[];
  open: readonly boolean[];
  selected: number;
  select: (attempt: number) => void;
}) {
  const { recording, statements, verdicts, open } = props;
  return (
    <section className="attempts" aria-label="All attempts">
      {recording.score!.attempts.map((attempt, i) => (
        <button
          // biome-ignore lint/suspicious/noArrayIndexKey: an attempt is its place in the flight
          key={i}
          type="button"
          className="sheet"
          aria-current={i === props.selected || undefined}
          onClick={() => props.select(i)}
        >
          <strong>
            {i + 1}. {attemptName(attempt)}
          </strong>
          <span className="small quiet">
            {helpName(statements[i].help)}
            {/* A student judges first: what the instructor thought is not seen before. */}
            {open[i] && statements[i].grade !== null && ` · grade ${statements[i].grade}`}
          </span>
          {open[i] ? (
            <>
              <SmallKeel lanes={recording.keels[i] ?? []} width={200} />
              <span className="small">{VERDICT_WORDS[verdicts[i]]}</span>
            </>
          ) : (
            <span className="small quiet">grade it first</span>
          )}
        </button>
      ))}
    </section>
  );
});
