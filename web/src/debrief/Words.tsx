/** Comments and marks, with who said them; a mark that waits for its words takes them here. */
import { type Statement, type StatementBody, VOICE_NOTE, WORDS_LATER } from '@keel/core';
import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { dayAndTime } from '../parts/format.ts';

type Mark = Extract<StatementBody, { kind: 'mark' }>;
type Say = (body: Pick<Mark, 'kind' | 'atS' | 'text'>) => Promise<boolean>;

export function Words(props: {
  statements: { all: readonly Statement[] };
  /** Left out for those who say nothing here. */
  addStatement?: Say;
}) {
  const words = props.statements.all.flatMap((one) =>
    one.body.kind === 'comment' || one.body.kind === 'mark' ? [{ ...one, body: one.body }] : [],
  );
  /** Said since, of the same moment. */
  const isSaid = (mark: Mark) =>
    words.some(({ body }) => body.kind === 'mark' && body.atS === mark.atS && body.text !== WORDS_LATER);
  const shown = words.filter(({ body }) => !(isWaiting(body) && isSaid(body)));
  if (shown.length === 0) return null;
  return (
    <ul className="words">
      {shown.map(({ id, body, authorName, createdAt }) => (
        <li key={id}>
          {isWaiting(body) && props.addStatement ? (
            <SayIt atS={body.atS} say={props.addStatement} />
          ) : isVoice(body) ? (
            // biome-ignore lint/a11y/useMediaCaption: nobody has written down what was spoken in the airplane
            <audio controls preload="none" src={`/api/notes/${id}/voice`} aria-label="Voice note" />
          ) : (
            `${body.text} `
          )}
          <span className="quiet small">
            {body.kind === 'mark' ? 'mark, ' : ''}
            {authorName}, {dayAndTime(createdAt)}
          </span>
        </li>
      ))}
    </ul>
  );
}

const isWaiting = (body: StatementBody): body is Mark => body.kind === 'mark' && body.text === WORDS_LATER;

/** Where nothing tells when it was meant, it is a word on the lesson with the time of day after it. */
const isVoice = (body: StatementBody): boolean =>
  (body.kind === 'mark' && body.text === VOICE_NOTE) ||
  (body.kind === 'comment' && body.text.startsWith(`${VOICE_NOTE} (`));

function SayIt({ atS, say }: { atS: number; say: Say }) {
  const [text, setText] = useState('');
  return (
    <form
      className="row"
      style={{ alignItems: 'flex-end' }}
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim()) void say({ kind: 'mark', atS, text });
      }}
    >
      <TextInput
        label="Marked in the air without words. What was it?"
        value={text}
        maxLength={300}
        onChange={(event) => setText(event.currentTarget.value)}
        style={{ flex: 1 }}
      />
      <Button type="submit" variant="default" disabled={!text.trim()}>
        Save
      </Button>
    </form>
  );
}
