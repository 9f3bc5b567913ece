/** How far a recording is, and what to do when it is there. */
import { Button, Progress } from '@mantine/core';
import type { Work } from './use-attaching.ts';

export function WorkProgress(props: {
  work: Exclude<Work, null>;
  fraction: number;
  status?: string;
  open: () => void;
  /** Stops the scoring; the file is kept. */
  stop: () => void;
}) {
  const { work, status } = props;
  const done = status === 'analysed';
  const words =
    work.step === 'sending'
      ? 'Sending the file'
      : work.step === 'reading'
        ? 'Reading it'
        : done
          ? 'Scored. The attempts are at Debrief.'
          : status === 'refused'
            ? 'The analysis stopped; open it to score it again.'
            : 'Finding and scoring the attempts';
  const value = work.step === 'scoring' ? (done ? 1 : props.fraction) : work.fraction * 0.5;
  return (
    <section className="sheet stack" aria-live="polite">
      <div className="row spread">
        <strong>{words}</strong>
        {(done || status === 'refused') && <Button onClick={props.open}>Go to Debrief</Button>}
        {status === 'analysing' && (
          <Button variant="default" onClick={props.stop}>
            Stop
          </Button>
        )}
      </div>
      <Progress value={100 * value} aria-label={words} animated={!done} />
    </section>
  );
}
