/** A few words, kept when they are said to be. */
import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';

export function CommentForm(props: {
  label: string;
  action: string;
  keep: (text: string) => Promise<boolean>;
}) {
  const [text, setText] = useState('');
  return (
    <div className="row" style={{ alignItems: 'flex-end' }}>
      <Textarea
        style={{ flex: 1 }}
        label={props.label}
        autosize
        minRows={1}
        value={text}
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Button
        variant="default"
        disabled={!text.trim()}
        // What was typed on meanwhile stays.
        onClick={async () => (await props.keep(text)) && setText((now) => (now === text ? '' : now))}
      >
        {props.action}
      </Button>
    </div>
  );
}
